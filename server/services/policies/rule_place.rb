# frozen_string_literal: true

module Server
  # The place of a rule among the others: a rule without a rank gets the next one of its kind, and a new rule an
  # identifier from its title.
  module RulePlace
    # Identifiers tried with a number behind them.
    TRIES = 50

    module_function

    # rule: rule document; document: the policy it comes into. Returns the rule with rank and identifier, in the form of
    # the newest version.
    def of(rule, document)
      rule = CobaltLedger::Formats::UpToDate.rule(rule)
      rules = document["rules"]
      same = rules.select { |other| other["record_type"] == rule["record_type"] && other["kind"] == rule["kind"] }
      placed = { "rank" => (same.map { |other| other["rank"] }.max || 0) + 1 }.merge(rule)
      if placed["id"]
        placed
      else
        placed.merge("id" => identifier(placed["title"].to_s, rules.to_set { |other| other["id"] }))
      end
    end

    def identifier(title, taken)
      stem = CobaltLedger::Formats::Identifier.from(title)[0, 50]
      [stem, *(2..TRIES).map { |number| "#{stem}-#{number}" }].find { |id| !taken.include?(id) } ||
        "#{stem}-#{SecureRandom.hex(3)}"
    end
    private_class_method :identifier
  end
end
