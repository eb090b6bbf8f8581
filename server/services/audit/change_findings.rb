# frozen_string_literal: true

module Server
  # The findings that publishing the change set brings and takes away, and which of them have to be known to whoever
  # publishes.
  class ChangeFindings
    # Groups and severities of findings that no one brings in without having read them.
    GRAVE = %w[exposed stuck].freeze
    SEVERE = %w[error warning].freeze

    # before, after: PolicyStore::Compiled, in force and pending.
    def initialize(before, after)
      @states = { before: before, after: after }
      @acceptances = Acceptance.all.to_h { |acceptance| [acceptance.finding, acceptance] }
    end

    # {"proved", "unproved" => names of record types that are not proved yet on either side, "brings", "takes" => short
    # lines, "undecided" => fields of which not everything could be decided}.
    def to_h
      { "proved" => unproved.empty?, "unproved" => unproved.map { |id| name_of(id) },
        "brings" => brings.map { |finding| line(finding) }, "takes" => takes.map { |finding| line(finding) },
        "undecided" => undecided }
    end

    # Lets no one bring in an exposure, or trap someone, without having read it. known: identities of findings that
    # were read; proved: true to go on only where all that is brought in is proved. Raises Problem.
    def known!(known, proved: false)
      unread = brings.select { |finding| grave?(finding) && !known.include?(finding["id"]) }
      raise brings_findings(unread) if unread.any?
      raise not_proved if proved && unproved.any?
    end

    private

    # Identifiers of record types that the change set touches and that are not proved on both sides.
    def unproved = @unproved ||= touched.reject { |id| parts(id).none?(&:nil?) }

    def brings_findings(unread)
      count = CobaltLedger::Words.count(unread.size, "finding", "findings")
      Problem.new(409, "brings-findings", "Publishing adds #{count} that no one has confirmed reading",
                  findings: unread.map { |finding| line(finding) })
    end

    def not_proved
      names = CobaltLedger::Words.list(unproved.map { |id| name_of(id) })
      Problem.new(409, "not-proved", "The findings for #{names} are not proved yet")
    end

    # Those of which what their findings depend on is not the same before and after.
    def touched
      @touched ||= digests.values.flat_map(&:keys).uniq.reject { |id| digests[:before][id] == digests[:after][id] }
    end

    def digests = @digests ||= @states.transform_values { |state| AuditDigests.of(state) }

    # What is known of a record type before and after; one that is not there has no findings.
    def parts(id)
      @parts ||= {}
      @parts[id] ||= %i[before after].map do |side|
        digests[side].key?(id) ? AuditPart.known(digests[side][id]) : { "findings" => [], "undecided" => [] }
      end
    end

    def brings = @brings ||= beside { |before, after| new_in(after, before) }
    def takes = @takes ||= beside { |before, after| new_in(before, after) }

    def beside
      (touched - unproved).flat_map { |id| yield(*parts(id).map { |part| part["findings"] }) }
        .sort_by { |finding| [grave?(finding) ? 0 : 1, -severity(finding)] }
    end

    # Those of one list that are not in the other.
    def new_in(list, other)
      known = other.to_set { |finding| finding["id"] }
      list.reject { |finding| known.include?(finding["id"]) }
    end

    # Where someone has accepted it, it is known already.
    def grave?(finding)
      GRAVE.include?(finding["group"]) && SEVERE.include?(finding["severity"]) &&
        !@acceptances[finding["id"]]&.holds?(finding["basis"], Date.today)
    end

    def severity(finding) = CobaltLedger::Audit::Detector::SEVERITIES.index(finding["severity"])

    def line(finding)
      type = type_of(finding["record_type"])
      finding.slice("id", "detector", "severity", "group", "title", "words").merge(
        "type_name" => type.name, "record_type" => type.id, "grave" => grave?(finding),
        "fields" => finding["fields"].map { |id| type.subject(id)&.name || id }
      )
    end

    def undecided
      (touched - unproved).flat_map do |id|
        before, after = parts(id).map { |part| part["undecided"] }
        (after - before).map { |field| "#{type_of(id).subject(field)&.name || field} (#{name_of(id)})" }
      end
    end

    def type_of(id) = %i[after before].filter_map { |side| @states[side].policy.record_type(id) }.first
    def name_of(id) = type_of(id).name
  end
end
