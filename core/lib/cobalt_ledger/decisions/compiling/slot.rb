# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Everything that can speak of one field within a plan, and the states already calculated for it.
    #
    # tests are shared by the whole plan and referred to by index; what a field becomes depends only on the
    # outcomes of its own tests, so each combination is calculated once.
    class Slot
      # Combinations remembered for one field before starting over.
      MEMORY = 4096

      # Ledgers remembered for one field.
      LEDGERS = 128

      HANDS = { nil => 1, locked: 4, lifted: 5 }.freeze
      DIGITS = { false => 0, nil => 1, true => 2 }.freeze

      attr_reader :field, :stages, :baselines, :rules, :guardrails, :tests

      # baselines, rules, guardrails: Array of Access::Speaker; computable: index of the test that says whether the
      # field can be calculated, for computed fields that may be typed otherwise; sources: Array of Slot, of the fields
      # it is calculated from; above: Array of Slot, of what stands above it and may shut it; flag: index of the test
      # that says whether the record is locked by hand, where some test asks for that.
      def initialize(field, stages, baselines, rules, guardrails, computable: nil, sources: [], above: [], flag: nil)
        @field = field
        @stages = stages
        @baselines = baselines
        @rules = rules
        @guardrails = guardrails
        @computable = computable
        @sources = sources
        @above = above
        @flag = flag
        @tests =
          ((baselines + rules + guardrails).filter_map(&:test) + [computable, flag].compact +
            (sources + above).flat_map(&:tests)).uniq.sort.freeze
        @memory = Memory.new(MEMORY)
        @ledgers = Memory.new(LEDGERS)
        @fixed = FieldDecision.new(field, result([])) if @tests.empty?
      end

      # outcomes: Array of true, false or nil by test index; hand: :locked where a person locked the record, :lifted
      # where one unlocked it for a time, nil where it is as the outcomes say. Returns a FieldDecision.
      def decide(outcomes, hand = nil)
        return @fixed if @fixed && hand.nil?

        key = key(outcomes, hand)
        @memory[key] || @memory.keep(key, FieldDecision.new(@field, result(outcomes, hand: hand)))
      end

      # What is said of the field under the outcomes: remembered, whatever values brought them about. The block works it
      # out from the Access::Result.
      def ledger(outcomes, hand = nil) = @ledgers.fetch(key(outcomes, hand)) { yield result(outcomes, hand: hand) }

      # The Access::Result for the outcomes. except: a Rules::Rule that is left out, or nil.
      def result(outcomes, except: nil, hand: nil)
        hand ||= :locked if @flag && outcomes[@flag]
        rules = except ? @rules.reject { |entry| entry.source.rule.equal?(except) } : @rules
        guardrails = except ? @guardrails.reject { |entry| entry.source.rule.equal?(except) } : @guardrails
        @stages.run(
          spoken(rules, guardrails, outcomes),
          computed: @computable.nil? || outcomes[@computable] != false, inputs: inputs(outcomes, except), hand: hand,
          above: @above.map do |slot|
            except ? slot.result(outcomes, except: except, hand: hand) : slot.known(outcomes, hand)
          end
        )
      end

      # The Access::Result for the outcomes, remembered.
      def known(outcomes, hand) = ledger_of_results.fetch(key(outcomes, hand)) { result(outcomes, hand: hand) }

      # Of some speakers those that apply, and those of which it can't be decided.
      def sure(entries, outcomes) = entries.select { |entry| entry.test.nil? || outcomes[entry.test] }

      # Those of the entries of which it can't be decided whether they apply.
      def doubtful(entries, outcomes) = entries.select { |entry| entry.test && outcomes[entry.test].nil? }

      private

      def spoken(rules, guardrails, outcomes)
        Access::Spoken.new(@stages.label, sure(@baselines, outcomes), doubtful(@baselines, outcomes),
                           sure(rules, outcomes).map(&:source), doubtful(rules, outcomes).map(&:source),
                           (sure(guardrails, outcomes) + doubtful(guardrails, outcomes)).map(&:source))
      end

      # The strictest visibility among what the field is calculated from.
      def inputs(outcomes, except)
        @sources
          .map do |slot|
            except ? slot.result(outcomes, except: except).final.visibility : slot.decide(outcomes).state.visibility
          end
          .max
      end

      # One number for the outcomes of the slot's own tests, and for what was done to the record by hand.
      def key(outcomes, hand)
        @tests.reduce(HANDS[hand]) { |key, index| (key * 3) + DIGITS[outcomes[index]] }
      end

      def ledger_of_results = @ledger_of_results ||= Memory.new(MEMORY)
    end
  end
end
