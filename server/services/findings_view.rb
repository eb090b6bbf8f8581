# frozen_string_literal: true

module Server
  # What the audit found, as it is sent: with names, sentences and what was accepted.
  class FindingsView
    # state: PolicyStore::State; name: "in_force" or "pending".
    def initialize(state, name)
      @state = state
      @run = AuditRun.latest(name)
      @done = AuditRun.latest_done(name)
      @rules = state.policy.rules.to_h { |rule| [rule.id, rule] }
      @acceptances = Acceptance.all.to_h { |acceptance| [acceptance.finding, acceptance] }
    end

    def to_h
      { "run" => @run&.to_view,
        "current" => !@done.nil? && @done.subject == Auditing.subject(@state),
        "groups" => CobaltLedger::Audit::Detector::GROUPS.map { |id, name| { "id" => id, "name" => name } },
        "findings" => (@done&.found || []).map { |finding| view(finding) } }.compact
    end

    # One finding by its identity, as found. Raises Problem.
    def find(id)
      (@done&.found || []).find { |finding| finding["id"] == id } or raise Problem.new(404, "no-such-finding", "There is no such finding; run the audit again")
    end

    private

    def view(finding)
      type = @state.policy.record_type(finding["record_type"])
      finding.except("basis").merge(
        "meaning" => CobaltLedger::Audit::Detector[finding["detector"]].meaning, "type_name" => type&.name || finding["record_type"],
        "fields" => finding["fields"].map { |id| { "id" => id, "name" => type&.field(id)&.name || id } }, "rules" => finding["rules"].map { |id| rule(id) },
        "accepted" => accepted(finding), "was_accepted" => was_accepted(finding), "remedies" => finding["remedies"].map { |remedy| remedy["words"] }
      ).compact
    end

    def rule(id)
      rule = @rules[id] or return { "id" => id, "number" => "", "title" => "a rule that is gone", "sentence" => [] }
      { "id" => id, "number" => rule.number, "title" => rule.title, "sentence" => CobaltLedger::Rules::Sentence.new(rule, @state.policy, @state.directory).segments.map(&:to_h) }
    end

    def accepted(finding)
      found = @acceptances[finding["id"]]
      found.to_view if found&.holds?(finding["basis"], Date.today)
    end

    # Accepted once, and new again since its rules changed or the time ran out.
    def was_accepted(finding)
      found = @acceptances[finding["id"]]
      found && !found.holds?(finding["basis"], Date.today) ? true : nil
    end
  end
end
