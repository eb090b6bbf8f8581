# frozen_string_literal: true

module Server
  # What the audit found, as it is sent: a list of short lines for a question, and a finding with everything.
  class FindingsView
    # Findings of one group that are sent at most.
    LINES = 1_000

    # Columns of the map that are named at most.
    COLUMNS = 12

    # state: PolicyStore::Compiled; name: "in_force" or "pending"; params: the parts of the question that are not left
    # open.
    def initialize(state, name, params = {})
      @state = state
      @name = name
      @question = FindingsQuestion.new(state, params)
      @acceptances = Acceptance.all.to_h { |acceptance| [acceptance.finding, acceptance] }
    end

    # What is asked for, in groups, with how far it is proved.
    def to_h
      concern = @question.concern
      about, beside = all.partition { |finding| concern.about?(finding["detector"], finding["rules"]) }
      standing = @question.accepted? ? about : about.reject { |finding| accepted(finding) }
      progress.merge("beside" => beside.size, "set_aside" => about.size - standing.size).merge(listed(standing))
    end

    # One finding by its identity, with everything. Raises Problem.
    def find(id)
      part =
        types.filter_map { |type| part(type) }.find { |each| each["findings"].any? { |finding| finding["id"] == id } }
      (part && AuditPart.whole(part["digest"], id)) or
        raise Problem.new(404, "no-such-finding", "This finding no longer exists")
    end

    # The same with names and sentences, as the reader sees it.
    def whole(id)
      finding = find(id)
      type = @state.policy.record_type(finding["record_type"])
      finding
        .except("basis")
        .merge(
          "meaning" => CobaltLedger::Audit::Detector[finding["detector"]].meaning, "type_name" => type.name,
          "fields" => finding["fields"].map { |each| { "id" => each, "name" => type.subject(each)&.name || each } },
          "rules" => finding["rules"].map { |each| rule(each) }, "columns" => columns(finding),
          "accepted" => accepted(finding), "was_accepted" => was_accepted(finding), "alike" => alike(finding).size,
          "remedies" => finding["remedies"].map { |remedy| remedy["words"] }
        )
        .compact
    end

    # How many no one has accepted, as far as they are known.
    def standing = all.count { |finding| !accepted(finding) }

    # Those of a finding's kind that are about its field too and that no one has accepted. finding: as stored.
    def alike(finding)
      all.select do |each|
        each.values_at("detector", "record_type") == finding.values_at("detector", "record_type") &&
          each["fields"].include?(finding["fields"].first) && !accepted(each)
      end
    end

    private

    def digests = @digests ||= AuditDigests.of(@state)

    def types = @types ||= @question.types

    # All that is known on the record types asked about.
    def all = types.flat_map { |id| part(id)&.fetch("findings") || [] }

    # Columns of the map that show it: the person of the example, and roles that all its rules mean by themselves.
    def columns(finding)
      rules = finding["rules"].filter_map { |id| rules_by_id[id] }
      person = finding.dig("example", "question", "user")
      roles =
        if rules.empty?
          []
        else
          @state
            .directory
            .roles
            .map(&:id)
            .select { |id| rules.all? { |rule| rule.audience.match?(@state.directory.bare(:role, id)) } }
        end
      ([person && "user:#{person}"].compact + roles.map { |id| "role:#{id}" }).first(COLUMNS)
    end

    def progress
      proved = types.filter_map { |id| part(id)&.fetch("proved_at") }
      {
        "run" => AuditRuns.latest(@name)&.to_view,
        "current" => types.all? { |id| part(id)&.fetch("digest") == digests[id] }, "proved_at" => proved.min&.iso8601,
        "audited" => types.sum { |id| @state.policy.rules_of(id).size },
        "undecided" => types.flat_map { |id| undecided(id) }
      }.compact
    end

    def listed(standing)
      wanted = @question.detector
      shown = wanted ? standing.select { |finding| finding["detector"] == wanted } : standing
      shown = shown.select { |finding| between?(finding) } if @question.between?
      { "kinds" => kinds(standing), "groups" => groups(shown), "rules" => rules_of(shown) }
    end

    # What is known of a record type: as it is now, or else as it was when it was last proved.
    def part(id)
      @parts ||= {}
      @parts.fetch(id) do
        @parts[id] = AuditPart.known(digests[id]) || before[id]&.then { |digest| AuditPart.known(digest) }
      end
    end

    def before = @before ||= AuditRuns.proved_parts(@name)

    def kinds(found)
      found
        .map { |finding| finding["detector"] }
        .tally
        .sort_by { |name, _| CobaltLedger::Audit::Detector[name].registered_order }
        .map { |name, total| { "id" => name, "name" => CobaltLedger::Audit::Detector[name].title, "total" => total } }
    end

    def undecided(id)
      type = @state.policy.record_type(id)
      (part(id)&.fetch("undecided") || []).map do |field|
        { "record_type" => type.name, "field" => type.subject(field)&.name || field }
      end
    end

    def groups(found)
      by_group = found.group_by { |finding| finding["group"] }
      CobaltLedger::Audit::Detector::GROUPS.map do |id, name|
        own =
          (by_group[id] || []).sort_by do |finding|
            [
              -CobaltLedger::Audit::Detector::SEVERITIES.index(finding["severity"]),
              CobaltLedger::Audit::Detector[finding["detector"]].registered_order
            ]
          end
        {
          "id" => id, "name" => name, "total" => own.size,
          "findings" => own.first(LINES).map { |finding| line(finding) }
        }
      end
    end

    def line(finding)
      type = @state.policy.record_type(finding["record_type"])
      finding.slice("id", "detector", "severity", "title", "record_type", "rules", "facet", "words")
        .merge("type_name" => type.name, "fields" => finding["fields"].map { |id| type.subject(id)&.name || id },
               "accepted_by" => accepted(finding)&.fetch("by"), "was_accepted" => was_accepted(finding)).compact
    end

    # Numbers and titles of the rules that disagree, for the picture.
    def rules_of(found)
      named = found.select { |finding| between?(finding) }.flat_map { |finding| finding["rules"] }.to_set
      @state
        .policy
        .rules
        .select { |rule| named.include?(rule.id) }
        .then { |rules| CobaltLedger::Formats::RuleCard.all(rules) }
    end

    # Is it about rules that meet?
    def between?(finding) = CobaltLedger::Audit::Detector[finding["detector"]].together?

    def rules_by_id = @rules_by_id ||= @state.policy.rules.to_h { |each| [each.id, each] }

    def rule(id)
      rule = rules_by_id[id] or
        return { "id" => id, "number" => "", "title" => "a removed rule", "sentence" => [] }
      CobaltLedger::Formats::RuleCard.of(rule).merge(
        "sentence" => CobaltLedger::Rules::Sentence.new(rule, @state.policy, @state.directory).segments.map(&:to_h)
      )
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
