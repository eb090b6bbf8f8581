# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # Turns the save down with the rule's message, shown at the fields or above the form.
      class Refuse < Effect
        known_as "refuse", order: 14
        also "validate", "validation", "error", "reject", "stop the save", "check"

        MESSAGE = { "type" => "string", "minLength" => 1, "maxLength" => 500, "pattern" => "\\S" }.freeze

        attr_reader :message, :at

        def self.claim = :refusal
        def self.parameters = { "message" => MESSAGE, "at" => { "enum" => %w[field form] } }
        def self.optional = %w[at]
        def self.build(hash, _operand) = new(hash["message"], hash["at"] || "field")

        # message: String; at: "field" or "form".
        def initialize(message, at)
          super()
          @message = message
          @at = at
          freeze
        end

        def words(_directory = nil) = "refused on save with “#{message}”"
        def to_h = super.merge("message" => message, "at" => at)
      end
    end
  end
end
