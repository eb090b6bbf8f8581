# frozen_string_literal: true

module Server
  # One edit of a change set: a subject of the policy, as it was in the edition and as it shall be.
  class Edit < ActiveRecord::Base
    belongs_to :change_set

    # The edit as the core takes it.
    def to_change
      CobaltLedger::Changes::Edit.new(kind: kind, id: subject, before: parse(before), after: parse(after))
    end

    # What it makes of values that records hold: a Hash, empty for nothing.
    def carried = stored_values ? JSON.parse(stored_values, decimal_class: BigDecimal) : {}

    # plan: the same.
    def carried=(plan)
      self.stored_values = plan.empty? ? nil : CobaltLedger::CanonicalJson.write(plan)
    end

    private

    # In the form of the newest version: an edit may have been begun under an earlier one.
    def parse(text)
      document = text && JSON.parse(text, decimal_class: BigDecimal)
      kind == "rule" ? CobaltLedger::Formats::UpToDate.rule(document) : document
    end
  end
end
