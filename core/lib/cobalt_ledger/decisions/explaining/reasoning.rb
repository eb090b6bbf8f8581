# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # The step-by-step account of a decision: for each field every stage, every rule that speaks of it, whether it
    # won, was overruled or does not apply, and the access after each line.
    class Reasoning
      # What is said of rules in doubt.
      CLOSED = "its restrictions apply, its permissions don’t"

      # settled: Settling::Settled; outcomes: Array of true, false or nil by test of the plan; covered: as of
      # Decision.
      def initialize(engine, question, plan, settled, outcomes, covered = {})
        @engine = engine
        @question = question
        @plan = plan
        @settled = settled
        @facts = settled.facts
        @outcomes = outcomes
        @covered = covered
        @units_above = engine.directory.with_above(:unit, question.unit)
        @judged = {}.compare_by_identity
        @values = ValueAccount.new(engine, plan, settled, @outcomes)
        @standing = plan.standing_of(question.principals)
      end

      # field_ids: Array of identifiers, or nil for all. Returns a Hash of identifier to Account.
      def accounts(field_ids = nil)
        slots = if field_ids
                  field_ids.filter_map do |id|
                    @plan.slot_of(id)
                  end
                else
                  @plan.slots + [@plan.whole, *@plan.actions]
                end
        slots.to_h { |slot| [slot.field.id, account(slot)] }
      end

      private

      def account(slot)
        ordinary, guardrails = @plan.speaking(slot.field)
        ledger = slot.ledger(@outcomes, @facts.hand) { |result| ledger(slot, result, ordinary, guardrails) }
        result = @covered[slot.field.id] || ledger.result
        Account.new(
          slot.field, result,
          precedence: slot.stages.precedence,
          baseline: BaselineAccount.new(@engine, @question, slot, @outcomes).stage(result),
          rules: stage(:rules, ordinary, ledger.lines, result.ruled),
          guardrails: stage(:guardrails, guardrails, ledger.guarding, result.guarded),
          consistency: consistency(result), value: @values.of(slot.field)
        )
      end

      # What is said of one field under one combination of outcomes. result: Access::Result; lines, guarding: Array of
      # RuleLedger::Line.
      Ledger = Struct.new(:result, :lines, :guarding)

      def ledger(slot, result, ordinary, guardrails)
        lines = RuleLedger.new(:rules, slot, @outcomes, result.baseline, result.ruled).lines(ordinary)
        guarding = RuleLedger.new(:guardrails, slot, @outcomes, result.ruled, result.guarded).lines(guardrails)
        Ledger.new(result, lines, guarding).freeze
      end

      def stage(name, contributions, lines, after)
        told =
          contributions
            .zip(lines)
            .map do |contribution, line|
              standing = standing(contribution)
              if line.facets || standing.by_record?
                Account::RuleLine.new(contribution, standing, line.facets, line.balance)
              else
                silent_line(contribution, standing, line.balance)
              end
            end
        Account::Stage.new(name, told, after.level)
      end

      # Worked out once for all the fields a rule speaks of.
      def standing(contribution)
        standing = (@standing[contribution] ||= whatever_the_record(contribution))
        return standing if contribution.test.nil? || standing.applies == :not_applicable

        @judged[contribution] ||= judge(contribution).freeze
      end

      # The line of a rule that does not apply whatever the record: made once for each balance.
      def silent_line(contribution, standing, balance)
        (@standing[standing] ||= {})[balance] ||= Account::RuleLine.new(contribution, standing, nil, balance).freeze
      end

      # What audience, reach and state say of the rule: the same for every record.
      def whatever_the_record(contribution)
        part, because = inapplicable(contribution.rule)
        Account::Standing.new(applies: part ? :not_applicable : :applies, part: part, because: because).freeze
      end

      # A window that is shut settles it before the condition is looked at.
      def judge(contribution)
        window =
          contribution.rule.window &&
          Conditions::WithinWindow.new(contribution.rule.window).explain(@facts, @engine.directory)
        return shut(window) if window && window.outcome != true && contribution.test.compile.call(@facts) != true

        by_condition(contribution.test.explain(@facts, @engine.directory))
      end

      def shut(window)
        unless window.outcome.nil?
          return Account::Standing.new(
            applies: :not_applicable, part: :window, because: "applies only #{window.words}; #{window.saw}"
          )
        end

        Account::Standing.new(
          applies: :in_doubt, part: :window, because: "the time window can’t be evaluated: #{window.saw}; #{CLOSED}"
        )
      end

      def by_condition(account)
        return Account::Standing.new(applies: :applies, condition: account) if account.outcome

        deciding = account.deciding.filter_map(&:saw).uniq.join("; ")
        because =
          if account.outcome == false
            "condition not met: #{account.words} (#{deciding})"
          else
            "can't be evaluated: #{deciding}; #{CLOSED}"
          end
        Account::Standing.new(
          applies: account.outcome == false ? :not_applicable : :in_doubt, part: :condition, because: because,
          condition: account
        )
      end

      # [which part does not match, words], or nil when audience and reach match.
      def inapplicable(rule)
        return [:state, "the rule is switched off"] unless rule.on?

        words = rule.audience.mismatch_words(@question.principals, @engine.directory)
        return [:audience, words] if words

        part = rule.reach.mismatch(@units_above, @question.mode, @question.channel, @question.form_id)
        part && [part, reach_words(part, rule)]
      end

      def reach_words(part, rule)
        case part
        when :unit
          units = Words.list(rule.reach.units.map { |id| @engine.directory.name_of(:unit, id) }, "or")
          "applies only at #{units}; the record is at #{@engine.directory.name_of(:unit, @question.unit)}"
        when :form
          "applies only on #{Words.list(rule.reach.forms.map { |id| @plan.record_type.form(id)&.name || id }, 'or')}"
        when :mode
          "applies only when #{Words.list(rule.reach.modes.map { |mode| Rules::Sentence::MODES[mode] }, 'or')}"
        else
          channels = rule.reach.channels.map { |channel| Rules::Sentence::CHANNELS[channel] }
          "applies only through #{Words.list(channels, 'or')}"
        end
      end

      def consistency(result)
        state = result.guarded
        lines = result.dropped.map do |drop|
          state = state.with(**left_by(drop.facet, result))
          Account::ConsistencyLine.new(drop, state.level)
        end
        Account::Stage.new(:consistency, lines, result.final.level)
      end

      # What a facet is once consistency has taken something away: as in the end.
      def left_by(facet, result)
        return { facet => result.final.facet(facet) } unless facet == :visibility

        { visibility: result.final.visibility, mask: result.final.mask, replace: result.final.replace }
      end
    end
  end
end
