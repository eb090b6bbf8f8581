# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # The value a field has in the record, whatever stands on the screen. Blank on a record that is being created.
      class Stored < Operand
        known_as "stored", order: 21

        def self.parts = { "stored" => { "$ref" => "#/$defs/field_id" } }

        def self.read(hash, pointer, scope, faults)
          field = scope.record_type.field(hash["stored"])
          if field
            new(field)
          else
            faults.add("#{pointer}/stored", "#{scope.record_type.name} has no field “#{hash['stored']}”")
          end
        end

        def initialize(field)
          super()
          @subject = field
          freeze
        end

        def reads = [[:stored, subject.id]]

        def reader
          id = subject.id
          ->(facts) { facts.stored[id] }
        end

        def words(_directory) = "#{subject.name} as stored"
        def enter(world, _opened) = world.field(subject, true)
        def to_h = { "stored" => subject.id }
      end
    end
  end
end
