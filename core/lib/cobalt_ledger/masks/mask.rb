# frozen_string_literal: true

module CobaltLedger
  module Masks
    # Turns a value into what somebody may see of it. One subclass a file in formats/.
    #
    # A mask never gives more than it promises: where a value is too short or not of the shape
    # that the format expects, all of it is covered.
    class Mask
      extend Registry

      # Shown where everything is covered; of fixed length, so that not even the length leaks.
      COVER = "••••••"
      # Bits that one kept character is taken to give away.
      BITS_PER_CHARACTER = 5

      class << self
        def registry_namespace = CobaltLedger::Masks::Formats

        # Names of the parameters the format takes.
        def parameters = []

        # Field kind families the format suits.
        def families = nil

        # True when the format makes sense for a field.
        def suits?(field) = families.nil? || families.include?(field.family)

        # Builds a mask from its document form, e.g. {"format" => "keep_last", "count" => 3}.
        def from(hash)
          format = self[hash["format"]] or raise ArgumentError, "unknown mask format #{hash['format']}"
          format.new(**format.parameters.to_h { |name| [name.to_sym, hash[name]] }.compact)
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

      def to_h
        { "format" => self.class.registered_name }.merge(self.class.parameters.to_h { |name| [name, public_send(name)] })
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
