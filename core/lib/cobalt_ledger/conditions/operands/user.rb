# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # The person who asks.
      class User < Operand
        known_as "user", order: 30

        SUBJECT = Subject.new("user", "the user", Catalogue::Kinds::Person)

        def self.read(_hash, _pointer, _scope, _faults) = new
        def self.offered = { "name" => "the user", "family" => "person" }

        def initialize
          super
          @subject = SUBJECT
          freeze
        end

        def reads = [[:user]]
        def reader = lambda(&:user_id)
        def enter(world, _opened) = world.user
        def to_h = { "user" => true }
      end
    end
  end
end
