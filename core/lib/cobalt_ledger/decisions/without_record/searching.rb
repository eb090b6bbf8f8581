# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # What conditions can result in together where no rule writes what they read: remembered, and with what has nothing
    # in common looked at apart.
    class Searching
      # Combinations of outcomes at most, where conditions that have nothing in common are put together.
      BUDGET = 5_000

      # type: Catalogue::RecordType; mode: String; base: Conditions::Facts with what is known whatever the record;
      # memory: SearchMemory; free: keys of Operand#reads to be chosen although base knows them.
      def initialize(type, mode, base, memory, free: [])
        @type = type
        @mode = mode
        @base = base
        @memory = memory
        @free = free
      end

      # conditions: Array of Conditions::Node. Returns a Conditions::Solver::Situations::Found.
      def of(conditions)
        kind = %w[create edit].include?(@mode) ? @mode : "view"
        @memory.fetch(@type, kind, conditions, @base, @free) { apart(conditions) }
      end

      # The same anew, and in one piece. writing: Conditions::Solver::Writing, or nil.
      def in_one(conditions, writing = nil)
        Conditions::Solver::Situations.new(@type, @mode, @base, free: @free, writing: writing).of(conditions)
      end

      private

      def apart(conditions)
        groups = conditions.size > 1 ? Independence.groups(conditions, @type) : []
        return in_one(conditions) if groups.size < 2

        Independence.combined(conditions.size, groups.map { |places| [places, of(conditions.values_at(*places))] },
                              BUDGET)
      end
    end
  end
end
