# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Writes what sets two decisions apart.
    module DifferenceJson
      module_function

      # line: Decisions::Difference::Line. Returns {"field", "name", "before", "after", "because"}.
      def write(line)
        {
          "field" => line.field.id, "name" => line.field.name,
          "before" => line.before.to_h.compact.transform_keys(&:name),
          "after" => line.after.to_h.compact.transform_keys(&:name), "because" => RuleCard.all(line.because)
        }
      end
    end
  end
end
