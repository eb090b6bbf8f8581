# frozen_string_literal: true

module Server
  # Puts a remedy that a finding offers into the change set, or says first what it would do.
  class Remedies
    # finding: as the audit found it; index: of the remedy.
    def initialize(finding, index, author)
      @finding = finding
      @remedy = finding["remedies"][index] or raise Problem.new(404, "no-such-remedy", "The finding offers no such remedy")
      @author = author
    end

    # {"words", "sentences"}: what it would do to whom.
    def preview
      after = @remedy["edits"].first["rule"]
      engine = after ? PolicyStore.instance.with_subject("rule", after).engine : without(@remedy["edits"].first["remove"])
      id = after ? after["id"] : @remedy["edits"].first["remove"]
      { "words" => @remedy["words"], "sentences" => CobaltLedger::Changes::Consequences.new(PolicyStore.instance.pending.engine, engine, id, at: Time.now).sentences }
    end

    def take
      @remedy["edits"].each do |edit|
        rule = edit["rule"]
        unchanged!(rule ? rule["id"] : edit["remove"])
        PolicyEditor.new(@author).put("rule", rule ? rule["id"] : edit["remove"], rule, if_match: :any)
      end
      { "words" => @remedy["words"] }
    end

    private

    def without(id)
      pending = PolicyStore.instance.pending
      edit = CobaltLedger::Changes::Edit.new(kind: "rule", id: id, before: nil, after: nil)
      policy = CobaltLedger::Formats::PolicyJson.build(CobaltLedger::Changes::DocumentEdits.apply(pending.document, [edit]), pending.directory, shaped: true)
      CobaltLedger::Decisions::Engine.new(policy, pending.directory)
    end

    # A remedy was worked out for the rule as it was.
    def unchanged!(id)
      return if PolicyStore.instance.pending.document["rules"].any? { |rule| rule["id"] == id }

      raise Problem.new(409, "rule-gone", "The rule is no longer there; run the audit again")
    end
  end
end
