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
      users = @state.directory.users
      looked = 0
      # At least one is looked at; what is decided for each takes the time, and not the going over them.
      found = []
      users.each do |user|
        break if looked.positive? && Process.clock_gettime(Process::CLOCK_MONOTONIC) > ends

        looked += 1
        found << user if open?(user)
      end
      { "names" => found.first(NAMED).map { |user| @state.directory.name_of(:user, user.id) }, "total" => found.size,
        "whole" => looked == users.size }
    end

    private

    def open?(user)
      asked = @question.with(principals: @state.directory.principals_of(user.id), form: :own)
      @state.engine.decide(asked)[@field.id].open?
    end
  end
end
