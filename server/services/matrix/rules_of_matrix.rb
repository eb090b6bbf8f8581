# frozen_string_literal: true

module Server
  # The fewest rules that make the chosen change set give what a matrix says: first told, with the proof, then kept.
  class RulesOfMatrix
    # asked: as of KeptMatrix, and "file" (its name) and "set_aside": true where the rules that speak of its fields are
    # switched off.
    def initialize(asked)
      @asked = asked
      @pending = PolicyStore.instance.pending
      @kept = KeptMatrix.new(@pending, asked)
    end

    # {"rules" => sentences, "set_aside" => titles, "left" => cells that come out otherwise, "fewest", "sentences" =>
    # what it does to whom, "revision"}.
    def preview
      change_set = ChangeSet.current
      after = with(edits)
      { "rules" => placed.map { |rule| in_words(rule, after) }, "set_aside" => set_aside.map { |rule| rule["title"] },
        "left" => made.cells.reject(&:same?).map { |cell| named(cell) }, "cells" => made.cells.size,
        "fewest" => made.fewest?, "revision" => change_set.revision,
        "sentences" => ToldInTime.new(@pending.engine, after.engine).sentences }
    end

    # revision: of the change set that was told about; author: name of who does it. Returns {"changes"}.
    def keep(revision, author)
      PolicyEditor.new(author).put_all(edits, revision: revision)
      { "changes" => edits.size }
    end

    private

    def made
      @made ||= CobaltLedger::Matrices::RulesFrom.new(
        @kept.matrix, bare.policy, @pending.directory, reason: reason, modes: modes
      ) { |documents| @kept.difference(with(off + added(documents)).engine) }
    end

    # The policy without what is set aside.
    def bare = with(off)

    # A matrix about editing is about every mode: what is hidden there is hidden everywhere.
    def modes = %w[edit create].include?(@kept.mode) ? nil : [@kept.mode]

    def reason
      named = @asked["file"].to_s.strip
      "From the access matrix #{"“#{named}” " unless named.empty?}of #{Time.now.utc.strftime('%F')}."
    end

    def set_aside
      return [] unless @asked["set_aside"]

      fields = @kept.matrix.fields
      spoken = @pending.policy.rules_of(@kept.record_type.id)
        .select { |rule| rule.on? && !rule.guardrail? && fields.any? { |field| rule.targets?(field) } }.to_set(&:id)
      @pending.document["rules"].select { |rule| spoken.include?(rule["id"]) }
    end

    def off = set_aside.map { |rule| edit(rule, rule.merge("state" => "off")) }
    def added(documents) = place(documents).map { |rule| edit(nil, rule) }
    def placed = place(made.documents)
    def edits = @edits ||= off + added(made.documents)

    # With identifiers and ranks, one after the other.
    def place(documents)
      documents.each_with_object([]) do |document, found|
        rules = @pending.document["rules"] + found
        found << RulePlace.of(document, @pending.document.merge("rules" => rules))
      end
    end

    def edit(before, after)
      CobaltLedger::Changes::Edit.new(kind: "rule", id: after["id"], before: before, after: after)
    end

    def with(edits)
      PolicyStore.instance.state_of(CobaltLedger::Changes::DocumentEdits.apply(@pending.document, edits))
    end

    def in_words(document, after)
      rule = after.policy.rules.find { |each| each.id == document["id"] }
      CobaltLedger::Rules::Sentence.new(rule, after.policy, after.directory).segments.map(&:to_h)
    end

    def named(cell)
      @kept.cell(cell).merge("field_name" => @kept.record_type.field(cell.field).name,
                             "audience_name" => @kept.name_of(cell.audience))
    end
  end
end
