# frozen_string_literal: true

module CobaltLedger
  module Formats
    module JsonSchema
      # How names and texts of a schema are called here.
      module Wording
        private

        def identifier(name) = Identifier.from(name.gsub(/([a-z0-9])([A-Z])/, '\1 \2'), "_")

        def text(value, limit = 200) = value.is_a?(String) && value.match?(/\S/) ? value[0, limit] : nil

        def humanise(name)
          words = name.gsub(/([a-z0-9])([A-Z])/, '\1 \2').tr("_-", "  ").downcase.strip
          words.empty? ? "Unnamed" : Words.capitalize(words)[0, 200]
        end
      end
    end
  end
end
