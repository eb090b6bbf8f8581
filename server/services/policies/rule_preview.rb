# frozen_string_literal: true

module Server
  # What a rule would do, before it is kept: its sentence, its faults, and the cells of the map that change.
  class RulePreview
    # rule: rule document; params: the question of the map that is looked at; sight: Sight of the viewer.
    def initialize(rule, params, sight)
      @sight = sight
      @rule = rule
      @params = params
      @pending = PolicyStore.instance.pending
    end

    # {"faults", "sentence", "changed", "remarks", "elsewhere", "title"}; the sentence of a rule that lacks parts has
    # blanks.
    def to_h
      CobaltLedger::Formats::Schema.check!("rule", @rule)
      told(state_with(@rule), [])
    rescue CobaltLedger::BadInput => e
      unfinished(Problem.faults(e)) || { "faults" => Problem.faults(e), "sentence" => [], "changed" => [] }
    end

    # What keeping the rule does to whom: {"sentences", "why"}, why: that it does nothing, where it does not. Raises
    # CobaltLedger::BadInput for a rule that is not sound.
    def consequences
      CobaltLedger::Formats::Schema.check!("rule", @rule)
      told = CobaltLedger::Changes::Consequences.new(
        @pending.engine, state_with(@rule).engine, @rule["id"], since: Time.now
      )
      { "sentences" => told.sentences, "why" => told.why.map { |reason| reason(reason) } }
    end

    private

    # Parts of a sentence: {"text"} or {"rule" => its card}.
    def reason(reason)
      reason.parts.map do |part|
        part.is_a?(String) ? { "text" => part } : { "rule" => CobaltLedger::Formats::RuleCard.of(part) }
      end
    end

    def state_with(rule) = PolicyStore.instance.with_subject("rule", rule)

    # after: PolicyStore::Compiled with the rule. Returns what is told of it.
    def told(after, faults)
      policy_rule = after.policy.rules.find { |rule| rule.id == @rule["id"] }
      sentence = CobaltLedger::Rules::Sentence.new(policy_rule, after.policy, after.directory)
      {
        "faults" => faults, "sentence" => sentence.segments.map(&:to_h), "changed" => changed(after),
        "remarks" => CobaltLedger::Rules::Remarks.of(policy_rule, after.policy.record_type(policy_rule.record_type)),
        "elsewhere" => elsewhere(policy_rule, after),
        "title" => sentence.title
      }
    end

    # Sentences about what it hides that its people still see in other modes.
    def elsewhere(rule, after)
      return [] unless @params["record_type"] == rule.record_type

      asked = @params.except("audiences", "record").merge("as" => "everyone:")
      question = QuestionReader.new(after, @sight).read(asked)
      CobaltLedger::Decisions::SeenElsewhere.new(rule, after.engine, question).remarks
    end

    # What is told of a rule that lacks parts, or nil where that is not all that is wrong with it.
    def unfinished(faults)
      fields = @pending.policy.record_type(@rule["record_type"])&.fields&.map(&:id) or return nil
      [false, true].each do |without_condition|
        draft = CobaltLedger::Rules::Unfinished.new(@rule, fields, without_condition: without_condition)
        found = drafted(draft, faults)
        return found if found
      end
      nil
    end

    def drafted(draft, faults)
      CobaltLedger::Formats::Schema.check!("rule", draft.document)
      after = state_with(draft.document)
      return told(after, faults).merge("remarks" => []) if draft.only_title?

      rule = after.policy.rules.find { |each| each.id == @rule["id"] }
      segments = CobaltLedger::Rules::Sentence.new(rule, after.policy, after.directory).segments
      { "faults" => faults, "sentence" => draft.blanked(segments), "changed" => [] }
    rescue CobaltLedger::BadInput
      nil
    end

    # Cells of the map that differ: Array of {"field", "column", "before", "after"}.
    def changed(after)
      return [] unless @params["record_type"] == @rule["record_type"]

      MapView.differences(MapView.new(@pending, @params, @sight).to_h, MapView.new(after, @params, @sight).to_h)
    end
  end
end
