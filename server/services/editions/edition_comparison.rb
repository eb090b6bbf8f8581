# frozen_string_literal: true

module Server
  # What lies between two states of the policy: the edits from one to the other, and what they come to for whom.
  class EditionComparison
    # Edits told at most.
    MOST = 500

    # from, to: names of states, as PolicyStore#compiled takes them. Both are compared for the people of the later one.
    def initialize(from, to)
      store = PolicyStore.instance
      @after = store.compiled(to)
      @before = store.with_people_of(store.compiled(from), @after)
    end

    # JSON-ready Hash: {"edits", "edits_total", "impact"}.
    def to_h
      edits = CobaltLedger::Changes::DocumentEdits.between(@before.document, @after.document, whole: true)
      account = CobaltLedger::Changes::Account.new(@before.policy, @after.policy, @after.directory)
      told = edits.first(MOST).map { |edit| account.of(edit).merge("kind" => edit.kind, "verb" => edit.verb) }
      { "edits" => told, "edits_total" => edits.size, "impact" => ImpactView.new(@before, @after).to_h }
    end
  end
end
