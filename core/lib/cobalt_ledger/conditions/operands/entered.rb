# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # The value a field has on the screen now.
      class Entered < Operand
        known_as "field", order: 20

        def self.parts = { "field" => { "$ref" => "#/$defs/field_id" } }

        def self.read(hash, pointer, scope, faults)
          field = scope.record_type.field(hash["field"])
          if field
            new(field)
          else
            faults.add("#{pointer}/field", "#{scope.record_type.name} has no field “#{hash['field']}”")
          end
        end

        # field: Catalogue::Field.
        def initialize(field)
          super()
          @subject = field
          freeze
        end

        # Identifier of the field.
        def field_id = subject.id
        def reads = [[:entered, field_id]]
        def as_opened = Stored.new(subject)

        def reader
          id = field_id
          ->(facts) { facts.entered[id] }
        end

        def enter(world, opened) = world.field(subject, opened)
        def to_h = { "field" => field_id }
      end
    end
  end
end
