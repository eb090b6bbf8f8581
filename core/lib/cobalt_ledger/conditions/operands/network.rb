# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # The address the question comes from.
      class Network < Operand
        known_as "network", order: 41

        SUBJECT = Subject.new("network", "the network", NetworkKind)

        def self.read(_hash, _pointer, _scope, _faults) = new
        def self.offered = { "name" => "the network", "family" => "network" }

        def initialize
          super
          @subject = SUBJECT
          freeze
        end

        def reads = [[:network]]
        def reader = lambda(&:network)
        def enter(world, _opened) = world.network
        def to_h = { "network" => true }
      end
    end
  end
end
