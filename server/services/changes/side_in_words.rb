# frozen_string_literal: true

module Server
  # One of three sides of something that is not settled, for people to read. That of a rule is RuleInWords.
  class SideInWords
    class << self
      # kind: of the edit; document: the subject on that side. Returns what answers to_s and part.
      def of(kind, document) = kind == "rule" ? RuleInWords.new(document) : new(kind, document)

      # Of a part such as "lines" or "fields/loan_fee/label": what people call it. kind: of the edit; sides: documents.
      def part_name(kind, name, sides)
        return RuleInWords::NAMES.fetch(name) { CobaltLedger::Words.capitalize(name.tr("_", " ")) } if kind == "rule"

        list, id, *rest = name.split("/")
        return CobaltLedger::Words.capitalize(name.tr("_/", "  ")) unless id

        found = subject(list, id, sides.values.compact.first) || item(list, id, sides)
        [found || id, rest.join(" ").tr("_", " ")].reject(&:empty?).join(": ")
      end

      # Any value as words.
      def value(found) = CobaltLedger::Changes::DocumentWords.of(found)[0, 2000]

      private

      # The name of the field or action that a baseline, or a record type, gives a state.
      def subject(list, id, side)
        id = CobaltLedger::Catalogue::Action.id(id) if list == "actions"
        return nil unless %w[states actions].include?(list)

        type = PolicyStore.instance.in_force.policy.record_type(side["record_type"] || side["id"])
        type&.subject(id)&.name
      end

      def item(list, id, sides)
        items = sides.values.compact.flat_map { |side| side[list].is_a?(Array) ? side[list] : [] }
        items.find { |each| each["id"] == id }&.fetch("name", nil)
      end
    end

    def initialize(kind, document)
      @kind = kind
      @document = document
    end

    # What is said of it as a whole: its sentence where it has one, else what it is called.
    def to_s
      case @kind
      when "setting" then self.class.value(@document)
      when "expectation" then expectation
      else @document["name"] || @document["title"] || @document["id"]
      end
    end

    # What it has in a part: String, or nil for nothing.
    def part(name)
      return self.class.value(@document) if name == "everything"

      found = name.split("/").reduce(@document) do |at, step|
        case at
        when Hash then at[step]
        when Array then at.find { |item| item.is_a?(Hash) && item["id"] == step }
        end
      end
      found.nil? ? nil : self.class.value(found)
    end

    private

    def expectation
      state = PolicyStore.instance.in_force
      CobaltLedger::Changes::ExpectationSentence.new(@document, state.policy, state.directory).to_s
    end
  end
end
