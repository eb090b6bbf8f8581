# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # The moment of asking.
      class Time < Operand
        known_as "time", order: 40

        SUBJECT = Subject.new("time", "the time", Catalogue::Kinds::DateTime)

        def self.read(_hash, _pointer, _scope, _faults) = new
        def self.offered = { "name" => "the time", "family" => "time" }

        def initialize
          super
          @subject = SUBJECT
          freeze
        end

        def reads = [[:time]]
        def reader = lambda(&:at)
        def enter(world, _opened) = world.time
        def to_h = { "time" => true }
      end
    end
  end
end
