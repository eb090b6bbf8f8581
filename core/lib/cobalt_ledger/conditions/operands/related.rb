# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # A field of the record that a reference field of this record names.
      class Related < Operand
        known_as "through", order: 22

        def self.parts = { "through" => { "$ref" => "#/$defs/field_id" }, "field" => { "$ref" => "#/$defs/field_id" } }

        def self.read(hash, pointer, scope, faults)
          reference = scope.record_type.field(hash["through"])
          unless reference
            return faults.add("#{pointer}/through", "#{scope.record_type.name} has no field “#{hash['through']}”")
          end

          other = reference.family == :reference && scope.types[reference.refers_to]
          return faults.add("#{pointer}/through", "#{reference.name} refers to no record type") unless other

          field = other.field(hash["field"])
          if field
            new(reference, field, other)
          else
            faults.add("#{pointer}/field", "#{other.name} has no field “#{hash['field']}”")
          end
        end

        # reference: Catalogue::Field of kind record reference; field: a Field of type, the RecordType it refers to.
        def initialize(reference, field, type)
          super()
          @reference = reference
          @type = type
          @subject = field
          freeze
        end

        def reads = [[:related, @reference.id, subject.id]]

        def reader
          through = @reference.id
          type = @reference.refers_to
          id = subject.id
          ->(facts) { facts.related(through, type, id) }
        end

        def words(_directory) = "#{subject.name} of the #{@reference.name.downcase}"
        def enter(world, opened) = world.related(@reference, subject, @type, opened)
        def to_h = { "through" => @reference.id, "field" => subject.id }
      end
    end
  end
end
