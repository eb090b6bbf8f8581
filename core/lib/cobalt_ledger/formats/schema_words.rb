# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Says in plain words what a JSON Schema check found.
    module SchemaWords
      module_function

      # error: one error of json_schemer. Returns a String.
      def of(error)
        details = error["schema"]
        case error["type"]
        when "required" then "lacks #{Words.list(error.dig('details', 'missing_keys').map { |key| "“#{key}”" })}"
        when "schema" then "is not a member known here"
        when "const" then "must be #{JSON.generate(details['const'])}"
        when "enum" then "must be one of #{details['enum'].join(', ')}"
        when "pattern" then "does not have the form #{details['pattern']}"
        when "minLength", "minItems", "minProperties" then "must not be empty"
        when "maxLength", "maxItems", "maxProperties" then "is too long: at most #{details[error['type']]}"
        when "minimum" then "must be at least #{details['minimum']}"
        when "maximum" then "must be at most #{details['maximum']}"
        when "uniqueItems" then "names something twice"
        when "oneOf" then "has none of the forms allowed here"
        when "string", "integer", "number", "object", "array", "boolean" then "must be #{Words.indefinite(error['type'])}"
        else error["error"].to_s
        end
      end
    end
  end
end
