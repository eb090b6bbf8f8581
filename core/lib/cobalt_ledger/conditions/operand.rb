# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # One side of a comparison. One subclass a file in operands/.
    class Operand
      extend Registry

      def self.registry_namespace = CobaltLedger::Conditions::Operands

      # Identifiers of the fields whose entered values are read.
      def fields = []

      # A lambda that takes the values of a record and gives the typed value, nil for blank, or an Unreadable.
      def reader = raise(NotImplementedError)

      # Words for a person.
      def words(_record_type, _directory) = raise(NotImplementedError)

      def to_h = raise(NotImplementedError)
    end
  end
end
