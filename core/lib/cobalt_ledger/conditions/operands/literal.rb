# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # A value written in the rule itself, of the kind of what it is compared with.
      class Literal < Operand
        known_as "value", order: 60

        def self.parts = { "value" => { "type" => %w[string number boolean] } }
        def self.stands = %i[right value]

        attr_reader :value

        def self.constant? = true

        # value: typed value; subject: the Field or Subject that it is compared with.
        def initialize(value, subject)
          super()
          @value = value
          @subject = subject
          freeze
        end

        def reader
          constant = value
          ->(_facts) { constant }
        end

        def words(directory) = family == :text ? "“#{value}”" : subject.say(value, directory)
        def enter(world, _opened) = world.constant(value, subject)
        def to_h = { "value" => subject.dump(value) }
      end
    end
  end
end
