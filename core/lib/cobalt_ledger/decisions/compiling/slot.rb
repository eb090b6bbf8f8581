# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Everything that can speak of one field within a plan, and the states already worked out for it.
    #
    # tests are shared by the whole plan and referred to by index; what a field becomes depends only on the
    # outcomes of its own tests, so each combination is worked out once.
    class Slot
      # Combinations remembered for one field before starting over.
      MEMORY = 4096

      # Ledgers remembered for one field.
      LEDGERS = 128

      DIGITS = { false => 0, nil => 1, true => 2 }.freeze

      attr_reader :field, :stages, :baselines, :rules, :guardrails, :tests

      # baselines, rules, guardrails: Array of Access::Speaker; computable: index of the test that says whether the
      # field can be worked out, for computed fields that may be typed otherwise; sources: Array of Slot, of the fields
      # it is worked out from.
      def initialize(field, stages, baselines, rules, guardrails, computable: nil, sources: [])
        @field = field
        @stages = stages
        @baselines = baselines
        @rules = rules
        @guardrails = guardrails
        @computable = computable
        @sources = sources
        @tests =
          ((baselines + rules + guardrails).filter_map(&:test) + [computable].compact + sources.flat_map(&:tests))
            .uniq
            .sort
            .freeze
        @memory = Memory.new(MEMORY)
        @ledgers = Memory.new(LEDGERS)
        @fixed = FieldDecision.new(field, result([])) if @tests.empty?
      end

      # outcomes: Array of true, false or nil by test index. Returns a FieldDecision.
      def decide(outcomes)
        return @fixed if @fixed

        key = key(outcomes)
        @memory[key] || @memory.keep(key, FieldDecision.new(@field, result(outcomes)))
      end

      # What is said of the field under the outcomes: remembered, whatever values brought them about. The block works it
      # out from the Access::Result.
      def ledger(outcomes) = @ledgers.fetch(key(outcomes)) { yield result(outcomes) }

      # The Access::Result for the outcomes. except: a Rules::Rule that is left out, or nil.
      def result(outcomes, except: nil)
        rules = except ? @rules.reject { |entry| entry.source.rule.equal?(except) } : @rules
        guardrails = except ? @guardrails.reject { |entry| entry.source.rule.equal?(except) } : @guardrails
        @stages.run(
          spoken(rules, guardrails, outcomes),
          computed: @computable.nil? || outcomes[@computable] != false, inputs: inputs(outcomes, except)
        )
      end

      # Of some speakers those that apply, and those of which it can't be told.
      def sure(entries, outcomes) = entries.select { |entry| entry.test.nil? || outcomes[entry.test] }

      # Those of the entries of which it can't be told whether they apply.
      def doubtful(entries, outcomes) = entries.select { |entry| entry.test && outcomes[entry.test].nil? }

      private

      def spoken(rules, guardrails, outcomes)
        Access::Spoken.new(@stages.label, sure(@baselines, outcomes), doubtful(@baselines, outcomes),
                           sure(rules, outcomes).map(&:source), doubtful(rules, outcomes).map(&:source),
                           (sure(guardrails, outcomes) + doubtful(guardrails, outcomes)).map(&:source))
      end

      # The strictest visibility among what the field is worked out from.
      def inputs(outcomes, except)
        @sources
          .map do |slot|
            except ? slot.result(outcomes, except: except).final.visibility : slot.decide(outcomes).state.visibility
          end
          .max
      end

      # One number for the outcomes of the slot's own tests.
      def key(outcomes)
        @tests.reduce(1) { |key, index| (key * 3) + DIGITS[outcomes[index]] }
      end
    end
  end
end
