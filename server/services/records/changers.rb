# frozen_string_literal: true

module Server
  # Who could change a field of one record as it is stored, or unlock it, at the moment and in the place of whoever
  # asks.
  class Changers
    # Names told at most; seconds after which no one further is looked at.
    NAMED = 5
    TIME = 2

    # state: PolicyStore::Compiled; question: CobaltLedger::Decisions::Question of the user who asks. The block tells of
    # a Decision whether it lets its person.
    def initialize(state, question, &lets)
      @state = state
      @question = question
      @lets = lets
    end

    # {"names", "total", "whole" => was everyone looked at?}
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
      @lets.call(@state.engine.decide(asked))
    end
  end
end
