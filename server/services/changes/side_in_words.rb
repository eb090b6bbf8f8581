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
      return RuleInWords.new(document).to_s if kind == "rule"

      document["name"] || document["title"] || document["id"]
    end

    def expectation(document)
      state = PolicyStore.instance.in_force
      CobaltLedger::Changes::ExpectationSentence.new(document, state.policy, state.directory).to_s
    end

    # Of a part such as "lines" or "fields/loan_fee/label": what people call it. kind: of the edit; sides: documents.
    def part_name(kind, name, sides)
      return RuleInWords::NAMES.fetch(name) { CobaltLedger::Words.capitalize(name.tr("_", " ")) } if kind == "rule"

      list, id, *rest = name.split("/")
      id, *rest = subject_name(sides, [id, *rest]) if id && %w[states actions].include?(list)
      return CobaltLedger::Words.capitalize(name.tr("_/", "  ")) unless id

      item = sides.values.compact.flat_map { |side| side[list] || [] }.find { |each| each["id"] == id }
      [item&.fetch("name", nil) || id, rest.join(" ").tr("_", " ")].reject(&:empty?).join(": ")
    end

    # What a side has there: String, or nil for nothing.
    def part(kind, side, name)
      return nil if side.nil?
      return RuleInWords.new(side).part(name) if kind == "rule" && name != "everything"
      return value(side) if name == "everything"

      found = name.split("/").reduce(side) do |at, step|
        case at
        when Hash then at[step]
        when Array then at.find { |item| item.is_a?(Hash) && item["id"] == step }
        end
      end
      found.nil? ? nil : value(found)
    end

    # A field or an action of a baseline or a record type as people know it, and what of it is meant.
    def subject_name(sides, parts)
      side = sides.values.compact.first
      type = PolicyStore.instance.in_force.policy.record_type(side["record_type"] || side["id"])
      action = parts.first == "action" ? parts.shift(2).last : parts.first
      known = type&.subject(parts.first == action ? action : "action/#{action}") || type&.subject("action/#{action}")
      [known&.name || action, *(parts.first == action ? parts.drop(1) : parts)]
    end

    # Any value as words.
    def value(found) = CobaltLedger::Changes::DocumentWords.of(found)[0, 2000]

    private_class_method :expectation, :subject_name
  end
end
