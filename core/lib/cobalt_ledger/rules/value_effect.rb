# frozen_string_literal: true

module CobaltLedger
  module Rules
    # An effect that gives the field a value: written out, or looked up when it is needed.
    class ValueEffect < Effect
      attr_reader :source

      def self.claim = :value
      def self.parameters = { "to" => { "$ref" => "#/$defs/value" } }
      def self.build(_hash, operand) = new(operand)

      # source: Conditions::Operand.
      def initialize(source)
        super()
        @source = source
        freeze
      end

      def to_h = super.merge("to" => source.to_h)
    end
  end
end
