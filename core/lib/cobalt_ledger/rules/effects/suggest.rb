# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # A value offered beside the field; it counts only when the person takes it.
      class Suggest < ValueEffect
        known_as "suggest", order: 13
        also "recommend", "propose", "hint"

        NOTE = { "type" => "string", "minLength" => 1, "maxLength" => 500, "pattern" => "\\S" }.freeze

        # A sentence that stands beside the value on the form: String, or nil.
        attr_reader :note

        def self.claim = :offer
        def self.parameters = super.merge("note" => NOTE)
        def self.optional = %w[note]
        def self.build(hash, operand) = new(operand, hash["note"])

        # source: Conditions::Operand; note: String or nil.
        def initialize(source, note = nil)
          @note = note
          super(source)
        end

        def words(directory = nil)
          "suggested to be #{source.words(directory)}#{" with the note “#{note}”" if note}"
        end

        def to_h = super.merge({ "note" => note }.compact)
      end
    end
  end
end
