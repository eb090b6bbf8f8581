# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Says in plain words what a JSON Schema check found.
    module SchemaWords
      module_function

      # What is said of an error by its type; given the schema's part and the error.
      WORDS = {
        %w[required] => lambda do |_, error|
          "lacks #{Words.list(error.dig('details', 'missing_keys').map { |key| "“#{key}”" })}"
        end,
        %w[schema] => ->(*) { "is not an allowed member" },
        %w[const] => ->(details, _) { "must be #{JSON.generate(details['const'])}" },
        %w[enum] => ->(details, _) { "must be one of #{details['enum'].join(', ')}" },
        %w[pattern] => ->(details, _) { "does not have the form #{details['pattern']}" },
        %w[minLength minItems minProperties] => ->(*) { "must not be empty" },
        %w[maxLength maxItems maxProperties] => ->(details, error) { "is too long: at most #{details[error['type']]}" },
        %w[minimum] => ->(details, _) { "must be at least #{details['minimum']}" },
        %w[maximum] => ->(details, _) { "must be at most #{details['maximum']}" },
        %w[uniqueItems] => ->(*) { "names something twice" },
        %w[oneOf] => ->(*) { "has none of the allowed forms" },
        %w[string integer number object array boolean] => ->(_, error) { "must be #{Words.indefinite(error['type'])}" }
      }.flat_map { |types, words| types.map { |type| [type, words] } }.to_h.freeze

      # error: one error of json_schemer. Returns a String.
      def of(error)
        words = WORDS[error["type"]]
        words ? words.call(error["schema"], error) : error["error"].to_s
      end
    end
  end
end
