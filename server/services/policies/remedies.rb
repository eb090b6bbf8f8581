# frozen_string_literal: true

module Server
  # Puts a remedy that a finding offers into the change set, or says first what it would do.
  class Remedies
    # finding: as the audit found it; index: of the remedy.
    def initialize(finding, index, author)
      @finding = finding
      @remedy = finding["remedies"][index] or
        raise Problem.new(404, "no-such-remedy", "The finding has no such fix")
      @author = author
    end

    # {"words", "sentences"}: what it would do to whom.
    def preview
      after = @remedy["edits"].first["rule"]
      engine =
        after ? PolicyStore.instance.with_subject("rule", after).engine : without(@remedy["edits"].first["remove"])
      id = after ? after["id"] : @remedy["edits"].first["remove"]
      {
        "words" => @remedy["words"],
        "sentences" =>
          CobaltLedger::Changes::Consequences.new(
            PolicyStore.instance.pending.engine, engine, id, since: Time.now
          ).sentences
      }
    end

    # All its edits or none. Raises Problem when anything has changed since the finding was proved: a remedy was worked
    # out for the rules as they were, and would undo what someone did meanwhile.
    def take
      PolicyEditor.new(@author).work_out do |document|
        current!
        rules = document["rules"].to_h { |rule| [rule["id"], rule] }
        @remedy["edits"].map do |edit|
          id = edit["rule"] ? edit["rule"]["id"] : edit["remove"]
          CobaltLedger::Changes::Edit.new(kind: "rule", id: id, before: rules[id], after: edit["rule"])
        end
      end
      { "words" => @remedy["words"] }
    end

    private

    def without(id)
      edit = CobaltLedger::Changes::Edit.new(kind: "rule", id: id, before: nil, after: nil)
      PolicyStore
        .instance
        .state_of(CobaltLedger::Changes::DocumentEdits.apply(PolicyStore.instance.pending.document, [edit]))
        .engine
    end

    # Is the finding one of the policy as it is with the edits now?
    def current!
      proved = AuditPart.known(AuditDigests.of(PolicyStore.instance.pending)[@finding["record_type"]])
      return if proved && proved["findings"].any? { |finding| finding["id"] == @finding["id"] }

      raise Problem.new(
        409,
        "changed-meanwhile",
        "The rules have changed since this was found. Try again when the audit is up to date."
      )
    end
  end
end
