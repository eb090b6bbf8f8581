# frozen_string_literal: true

module Server
  # Who could change a field of one record as it is stored, at the moment and in the place of whoever asks.
  class Changers
    # Names told at most; seconds after which nobody further is looked at.
    NAMED = 5
    TIME = 2

    # state: PolicyStore::Compiled; question: CobaltLedger::Decisions::Question of whoever asks; field: Catalogue::Field.
    def initialize(state, question, field)
      @state = state
      @question = question
      @field = field
    end

    # {"names", "total", "whole" => was everybody looked at?}
    def to_h
      ends = Process.clock_gettime(Process::CLOCK_MONOTONIC) + TIME
      looked = 0
      found = @state.directory.users.take_while do
        (looked += 1) == 1 || Process.clock_gettime(Process::CLOCK_MONOTONIC) < ends
      end
      found = found.select { |user| open?(user) }
      { "names" => found.first(NAMED).map { |user| @state.directory.name_of(:user, user.id) }, "total" => found.size,
        "whole" => looked >= @state.directory.users.size }
    end

    private

    def open?(user)
      asked = @question.with(principals: @state.directory.principals_of(user.id), form: :own)
      @state.engine.decide(asked)[@field.id].open?
    end
  end
end
