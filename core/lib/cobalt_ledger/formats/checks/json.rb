# frozen_string_literal: true

module CobaltLedger
  module Formats
    module Checks
      # Expectations as JSON, for programs.
      class Json < ChecksWriter
        known_as "json", order: 2

        def write
          CanonicalJson.pretty("holds" => unmet.empty?, "checked" => verdicts.size, "unmet" => unmet.size,
                               "expectations" => verdicts.map(&:to_h))
        end
      end
    end
  end
end
