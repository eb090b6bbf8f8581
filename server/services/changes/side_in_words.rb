# frozen_string_literal: true

module Server
  # One of three sides of something that is not settled, for people to read.
  module SideInWords
    module_function

    # kind: of the edit; document: the subject on that side. Returns String: the sentence of a rule, where it can be
    # told under the policy in force, else what it is called.
    def of(kind, document)
      return value(document) if kind == "setting"
      return expectation(document) if kind == "expectation"
      return document["name"] || document["title"] || document["id"] unless kind == "rule"

      rule_sentence(document)
    end

    def expectation(document)
      state = PolicyStore.instance.in_force
      CobaltLedger::Changes::ExpectationSentence.new(document, state.policy, state.directory).to_s
    end

    # Of a part such as "lines" or "fields/loan_fee/label": what people call it.
    def part_name(name, sides)
      list, id, *rest = name.split("/")
      return CobaltLedger::Words.capitalize(name.tr("_/", "  ")) unless id

      item = sides.values.compact.flat_map { |side| side[list] || [] }.find { |each| each["id"] == id }
      [item&.fetch("name", nil) || id, rest.join(" ").tr("_", " ")].reject(&:empty?).join(": ")
    end

    # What a side has there: String, or nil for nothing.
    def part(side, name)
      return nil if side.nil?
      return value(side) if name == "everything"

      found = name.split("/").reduce(side) do |at, step|
        case at
        when Hash then at[step]
        when Array then at.find { |item| item.is_a?(Hash) && item["id"] == step }
        end
      end
      found.nil? ? nil : value(found)
    end

    # Any value as words.
    def value(found) = CobaltLedger::Changes::DocumentWords.of(found)[0, 2000]

    # Of the rule by itself: no other bears on how it reads.
    def rule_sentence(document)
      built = PolicyStore.instance.state_of(PolicyStore.instance.in_force.document.merge("rules" => [document]))
      rule = built.policy.rules.first
      sentence = CobaltLedger::Rules::Sentence.new(rule, built.policy, built.directory).to_s
      rule.on? ? sentence : "#{sentence} (switched off)"
    rescue CobaltLedger::BadInput
      # It names what is no longer there: then its title has to do.
      document["title"]
    end
    private_class_method :expectation, :rule_sentence
  end
end
