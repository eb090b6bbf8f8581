# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # A number of days, for comparisons with the day of asking.
      class Days < Operand
        known_as "days", order: 51

        def self.parts = { "days" => { "type" => "integer", "minimum" => 0, "maximum" => 36_500 } }

        attr_reader :value

        def self.constant? = true
        def self.read(hash, _pointer, _scope, _faults) = new(hash["days"])

        # value: Integer, 0 for the day itself.
        def initialize(value)
          super()
          @value = value
          freeze
        end

        def reader = ->(_facts) { value }
        def words(_directory) = Words.count(value, "day")
        def enter(_world, _opened) = value
        def to_h = { "days" => value }
      end
    end
  end
end
