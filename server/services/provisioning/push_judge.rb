# frozen_string_literal: true

module Server
  # What lies between two directories under the policy in force: what it opens, and what it does to whom.
  class PushJudge
    # Seconds in which no further record type is begun; what is then not looked at counts as opened.
    TIME = 20

    # labels: identifiers of those that count.
    def initialize(labels)
      @state = PolicyStore.instance.in_force
      @labels = labels & @state.policy.labels.keys
      # The directory in force is compiled already.
      @engines = { DirectoryVersion.newest.directory_document => @state.engine }
      @comparisons = {}
      @ends = Process.clock_gettime(Process::CLOCK_MONOTONIC) + TIME
    end

    # before, after: directory documents of the right shape; idle: identifiers of people who can't sign in. Returns
    # CobaltLedger::Changes::Opened.
    def opened(before, after, idle)
      comparison = comparison(before, after)
      CobaltLedger::Changes::Opened.new(engine(before), engine(after), @labels, comparison,
                                        types: in_time(comparison), idle: idle)
    end

    # What lies between for everyone but who can't sign in, as sentences: Array of String. idle: as of `opened`.
    def sentences(before, after, idle)
      comparison = comparison(before, after)
      types = in_time(comparison)
      found = [comparison.lines(types), comparison.undecided(types)].map do |list|
        list.reject { |each| (each.people - idle).empty? }
      end
      wording(before, after).told(*found) + late(comparison.record_types - types)
    end

    # The same in two parts, and whether everything was looked at: [what opens labelled fields, everything else, true].
    def apart(before, after)
      comparison = comparison(before, after)
      opened = opened(before, after, [])
      types = comparison.record_types - opened.late
      rest = wording(before, after).told(comparison.lines(types) - opened.lines,
                                         comparison.undecided(types) - opened.undecided)
      [wording(before, after).told(opened.lines, opened.undecided) + late(opened.late), rest, opened.late.empty?]
    end

    private

    def wording(before, after)
      CobaltLedger::Changes::Wording.new([engine(before), engine(after)].map(&:policy), engine(after).directory)
    end

    def comparison(before, after)
      @comparisons[[before, after]] ||=
        CobaltLedger::Changes::Comparison.new(engine(before), engine(after), since: Time.now)
    end

    def engine(document)
      @engines[document] ||= begin
        directory = CobaltLedger::Formats::DirectoryJson.build(document, shaped: true)
        policy = CobaltLedger::Formats::PolicyJson.build(@state.document, shaped: true)
        CobaltLedger::Decisions::Engine.new(policy, directory)
      end
    end

    # Identifiers of the record types that there was time for.
    def in_time(comparison)
      comparison.record_types.select do |id|
        next false if Process.clock_gettime(Process::CLOCK_MONOTONIC) > @ends

        comparison.of(id)
      end
    end

    def late(types)
      return [] if types.empty?

      names = types.map { |id| @state.policy.record_type(id).name }
      ["Not calculated because there is too much: changes in #{CobaltLedger::Words.list(names)}."]
    end
  end
end
