# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # The step-by-step account of a decision: for each field every stage, every rule that speaks of it, whether it
    # won, was overruled or does not apply, and what the access has come to after each line.
    class Reasoning
      # settled: Settling::Settled.
      def initialize(engine, question, plan, settled)
        @engine = engine
        @question = question
        @plan = plan
        @settled = settled
        @facts = settled.facts
        @outcomes = plan.outcomes(@facts)
        @units_above = engine.directory.with_above(:unit, question.unit)
        @applicability = {}.compare_by_identity
        @standing = plan.standing_of(question.principals)
      end

      # field_ids: Array of identifiers, or nil for all. Returns a Hash of identifier to account (JSON-ready).
      def to_h(field_ids = nil)
        slots = field_ids ? field_ids.filter_map { |id| @plan.slot_of(id) } : @plan.slots
        slots.to_h { |slot| [slot.field.id, account(slot)] }
      end

      private

      def account(slot)
        speaking = @engine.policy.rules_on(slot.field, @plan.record_type.id).flat_map(&:contributions).select(&:gives_facet?)
        ordinary, guardrails = speaking.partition { |each| !each.guardrail? }
        ledger = slot.ledger(@outcomes, ordinary, guardrails)
        result = ledger.result
        { "field" => slot.field.id, "level" => result.final.level,
          "stages" => [BaselineAccount.new(@engine, @question, slot, @outcomes).to_h(result),
                       stage("rules", ordinary, ledger.lines, result.ruled).merge(precedence(slot)),
                       stage("guardrails", guardrails, ledger.guarding, result.guarded),
                       consistency(result)],
          "value" => ValueAccount.new(@engine, @plan, @settled, @outcomes).of(slot.field) }.compact
      end

      def precedence(slot)
        method = slot.stages.precedence
        { "precedence" => method.registered_name, "precedence_words" => method.title }
      end

      def stage(name, contributions, lines, after)
        entries = contributions.zip(lines).map do |contribution, line|
          told = applicability(contribution)
          line.facets ? told.merge("facets" => line.facets, "balance" => line.balance) : silent_line(told, line.balance)
        end
        { "stage" => name, "entries" => entries, "balance" => after.level }
      end

      # The contribution's card, with "applies" ("applies", "in_doubt" or "not_applicable") and why.
      # Worked out once for all the fields a rule speaks of.
      def applicability(contribution)
        standing = (@standing[contribution] ||= whatever_the_record(contribution))
        return standing if contribution.test.nil? || standing["applies"] == "not_applicable"

        @applicability[contribution] ||= standing.merge(judge(contribution)).freeze
      end

      # The line of a rule that does not apply. Where that is so whatever the record, it is made once for each balance.
      def silent_line(told, balance)
        return told.merge("balance" => balance) if %w[condition window].include?(told["part"])

        (@standing[told] ||= {})[balance] ||= told.merge("balance" => balance).freeze
      end

      # What audience, reach and state say of the rule: the same for every record.
      def whatever_the_record(contribution)
        part, because = inapplicable(contribution.rule)
        @engine.card(contribution).merge(part ? { "applies" => "not_applicable", "part" => part, "because" => because } : { "applies" => "applies" }).freeze
      end

      # A window that is shut settles it before the condition is looked at.
      def judge(contribution)
        window = contribution.rule.window && Conditions::WithinWindow.new(contribution.rule.window).explain(@facts, @engine.directory)
        return shut(window) if window && window.outcome != true && contribution.test.compile.call(@facts) != true

        account = contribution.test.explain(@facts, @engine.directory)
        by_condition(account).merge("condition" => account.to_h)
      end

      def shut(window)
        return { "applies" => "in_doubt", "part" => "window", "because" => "the window can't be judged: #{window.saw}; what tightens counts, what loosens does not" } if window.outcome.nil?

        { "applies" => "not_applicable", "part" => "window", "because" => "only #{window.words}; #{window.saw}" }
      end

      def by_condition(account)
        return { "applies" => "applies" } if account.outcome

        deciding = account.deciding.filter_map(&:saw).uniq.join("; ")
        return { "applies" => "not_applicable", "part" => "condition", "because" => "not when #{account.words}: #{deciding}" } if account.outcome == false

        { "applies" => "in_doubt", "part" => "condition", "because" => "can't be evaluated: #{deciding}; what tightens counts, what loosens does not" }
      end

      # [which part does not match, words], or nil when audience and reach match.
      def inapplicable(rule)
        return ["state", "the rule is switched off"] unless rule.on?

        words = rule.audience.mismatch_words(@question.principals, @engine.directory)
        return ["audience", words] if words

        part = rule.reach.mismatch(@units_above, @question.mode, @question.channel, @question.form_id)
        part && [part.to_s, reach_words(part, rule)]
      end

      def reach_words(part, rule)
        case part
        when :unit
          units = Words.list(rule.reach.units.map { |id| @engine.directory.name_of(:unit, id) }, "or")
          "only at #{units}; the record is at #{@engine.directory.name_of(:unit, @question.unit)}"
        when :form then "only on #{Words.list(rule.reach.forms.map { |id| @plan.record_type.form(id)&.name || id }, 'or')}"
        when :mode then "only when #{Words.list(rule.reach.modes.map { |mode| Rules::Sentence::MODES[mode] }, 'or')}"
        else "only through #{Words.list(rule.reach.channels.map { |channel| Rules::Sentence::CHANNELS[channel] }, 'or')}"
        end
      end

      def consistency(result)
        state = result.guarded
        entries = result.dropped.map do |facet, value, words|
          state = state.with(**left_by(facet, result))
          { "words" => Words.capitalize(words), "facet" => facet.to_s, "dropped" => Facets.name(facet, value), "balance" => state.level }
        end
        { "stage" => "consistency", "entries" => entries, "balance" => result.final.level }
      end

      # What a facet is once consistency has taken something away: as in the end.
      def left_by(facet, result)
        return { facet => result.final.facet(facet) } unless facet == :visibility

        { visibility: result.final.visibility, mask: result.final.mask, replace: result.final.replace }
      end
    end
  end
end
