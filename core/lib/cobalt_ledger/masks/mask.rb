# frozen_string_literal: true

module CobaltLedger
  module Masks
    # Turns a value into what someone may see of it. One subclass a file in formats/.
    #
    # A mask never gives more than it promises: where a value is too short or not of the shape
    # that the format expects, all of it is covered.
    class Mask
      extend Registry

      # Shown where everything is covered; of fixed length, so that not even the length leaks.
      COVER = "••••••"
      # Bits that one kept character is taken to give away.
      BITS_PER_CHARACTER = 5

      # One thing to be chosen for a format. schema: JSON Schema of its value; title: what it is called where a rule is
      # written; start: the value it begins with there.
      Parameter = Struct.new(:schema, :title, :start)

      class << self
        # Module whose folder holds the formats.
        def registry_namespace = CobaltLedger::Masks::Formats

        # What the format is called where a rule is written: "keep the last characters". Set with `titled`.
        attr_reader :title

        # title: "keep the last characters".
        def titled(title)
          @title = title
        end

        # Declares a parameter. schema: JSON Schema of its value.
        def takes(name, schema, title:, start:)
          @parameters = parameters.merge(name => Parameter.new(schema, title, start)).freeze
        end

        # Hash of name to Parameter, those of the class it descends from among them.
        def parameters = @parameters || (superclass.respond_to?(:parameters) ? superclass.parameters : {})

        # JSON Schema of the document form.
        def schema
          ObjectSchema.of({ "format" => { "const" => registered_name } }.merge(parameters.transform_values(&:schema)))
        end

        # Field kind families the format suits.
        def families = nil

        # True when the format makes sense for a field.
        def suits?(field) = families.nil? || families.include?(field.family)

        # Builds a mask from its document form, e.g. {"format" => "keep_last", "count" => 3}.
        def from(hash)
          format = self[hash["format"]] or raise ArgumentError, "unknown mask format #{hash['format']}"
          format.new(**format.parameters.keys.to_h { |name| [name.to_sym, hash[name]] }.compact)
        end
      end

      # What is shown instead of a typed value. nil stays nil: a blank has nothing to hide.
      def apply(value, field)
        return nil if value.nil?

        cover(value, field) || COVER
      end

      # How much the mask gives away, in bits of a nominal value; only meant for comparing two masks.
      def disclosure = raise(NotImplementedError)

      # "the last 3 characters"
      def words = raise(NotImplementedError)

      # JSON-ready Hash, as masks are written in a policy.
      def to_h
        { "format" => self.class.registered_name }.merge(
          self.class.parameters.keys.to_h { |name| [name, public_send(name)] }
        )
      end

      def ==(other) = equal?(other) || (other.is_a?(Mask) && to_h == other.to_h)
      alias eql? ==
      def hash = to_h.hash

      private

      # Subclasses: the text to show, or nil to cover everything.
      def cover(_value, _field) = nil
    end
  end
end
