# frozen_string_literal: true

module Server
  # A rule as it is sent: its document, its sentence, and how it stands to the edition in force.
  class RuleView
    # state: the PolicyStore::Compiled the rules belong to; edition: policy document in force.
    def initialize(state, edition)
      @state = state
      @edition = (edition["rules"] || []).to_h { |rule| [rule["id"], rule] }
      @documents = state.document["rules"].to_h { |rule| [rule["id"], rule] }
    end

    # rule: CobaltLedger::Rules::Rule.
    def to_h(rule)
      document = @documents[rule.id]
      {
        "rule" => document, "number" => rule.number, "etag" => PolicyEditor.etag(document),
        "status" => status(document),
        "sentence" => CobaltLedger::Rules::Sentence.new(rule, @state.policy, @state.directory).segments.map(&:to_h)
      }
    end

    private

    def status(document)
      before = @edition[document["id"]]
      return "added" if before.nil?

      before == document ? "in_force" : "changed"
    end
  end
end
