# frozen_string_literal: true

module Server
  # What many edits at once do to whom, in sentences. Record types for which there is no time are named as not worked
  # out, and people whom only one side knows as not compared.
  class ToldInTime
    # Sentences at most, and seconds in which no further record type is begun.
    MOST = 60
    TIME = 6

    # before, after: CobaltLedger::Decisions::Engine.
    def initialize(before, after)
      @engines = [before, after]
      @comparison = CobaltLedger::Changes::Comparison.new(before, after, since: Time.now)
    end

    # Array of String.
    def sentences
      types, late = in_time
      wording = CobaltLedger::Changes::Wording.new(@engines.map(&:policy), @engines.last.directory)
      told = wording.told(@comparison.lines(types), @comparison.undecided(types))
      rest = told.size > MOST ? ["#{told.size - MOST} more differences are not listed here."] : []
      told.first(MOST) + rest + [*not_worked_out(late), *wording.not_compared(@comparison.strangers)]
    end

    private

    # [record types that were calculated, those for which there was no time].
    def in_time
      ends = Process.clock_gettime(Process::CLOCK_MONOTONIC) + TIME
      @comparison.record_types.partition do |id|
        next false if Process.clock_gettime(Process::CLOCK_MONOTONIC) > ends

        @comparison.of(id)
        true
      end
    end

    def not_worked_out(types)
      return nil if types.empty?

      names = types.map { |id| @engines.filter_map { |engine| engine.policy.record_type(id) }.last.name }
      "Not calculated because there is too much: changes in #{CobaltLedger::Words.list(names)}."
    end
  end
end
