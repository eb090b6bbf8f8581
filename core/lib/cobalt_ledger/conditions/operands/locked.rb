# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # The record's own flag: whether it is locked.
      class Locked < Operand
        known_as "locked", order: 43

        SUBJECT = Subject.new("locked", "the record's lock flag", Catalogue::Kinds::YesNo)

        def self.read(_hash, _pointer, _scope, _faults) = new
        def self.offered = { "name" => "the record's lock flag", "family" => "flag" }

        def initialize
          super
          @subject = SUBJECT
          freeze
        end

        def reads = [[:locked]]
        def reader = lambda(&:locked)
        def enter(world, _opened) = world.locked
        def to_h = { "locked" => true }
      end
    end
  end
end
