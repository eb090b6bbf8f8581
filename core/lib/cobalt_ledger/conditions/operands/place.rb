# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # The named place the question comes from. The policy lists the places.
      class Place < Operand
        known_as "place", order: 42

        def self.read(_hash, pointer, scope, faults)
          scope.places.empty? ? faults.add("#{pointer}/place", "the policy names no places") : new(scope.places)
        end

        def self.offered = { "name" => "the place", "family" => "choice" }

        # places: Array of Catalogue::Option.
        def initialize(places)
          super()
          @subject = Subject.new("place", "the place", Catalogue::Kinds::Choice, places)
          freeze
        end

        def reads = [[:place]]
        def reader = lambda(&:place)
        def enter(world, _opened) = world.place(subject.options)
        def to_h = { "place" => true }
      end
    end
  end
end
