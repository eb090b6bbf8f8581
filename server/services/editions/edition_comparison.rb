# frozen_string_literal: true

module Server
  # What lies between two states of the policy: the edits from one to the other, and what they come to for whom.
  class EditionComparison
    # Edits told at most.
    MOST = 500

    # from, to: names of states, as PolicyStore#compiled takes them. Both are compared for the people of the later one.
    def initialize(from, to)
      @before, @after = [from, to].map { |name| PolicyStore.instance.compiled(name) }
      @before = as_for(@after.directory)
    end

    # JSON-ready Hash: {"edits", "edits_total", "impact"}.
    def to_h
      edits = CobaltLedger::Changes::DocumentEdits.between(@before.document, @after.document, whole: true)
      account = CobaltLedger::Changes::Account.new(@before.policy, @after.policy, @after.directory)
      told = edits.first(MOST).map { |edit| account.of(edit).merge("kind" => edit.kind, "verb" => edit.verb) }
      { "edits" => told, "edits_total" => edits.size, "impact" => ImpactView.new(@before, @after).to_h }
    end

    private

    # An earlier policy with the people of the later one: what differs then is the policy alone. What names people who
    # are gone means nobody.
    def as_for(directory)
      return @before if @before.directory.equal?(directory)

      policy = CobaltLedger::Formats::PolicyJson.build(@before.document, shaped: true)
      PolicyStore::Compiled.new(
        key: nil, document: @before.document, policy: policy, directory: directory,
        engine: CobaltLedger::Decisions::Engine.new(policy, directory)
      )
    end
  end
end
