# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # The step-by-step account of a decision: for each field every stage, every rule that speaks of it, whether it
    # won, was overruled or does not apply, and what the access has come to after each line.
    class Reasoning
      def initialize(engine, question, plan, values)
        @engine = engine
        @question = question
        @plan = plan
        @values = values
        @outcomes = plan.outcomes(values)
        @units_above = engine.directory.with_above(:unit, question.unit)
      end

      # field_ids: Array of identifiers, or nil for all. Returns a Hash of identifier to account (JSON-ready).
      def to_h(field_ids = nil)
        slots = field_ids ? field_ids.filter_map { |id| @plan.slot_of(id) } : @plan.slots
        slots.to_h { |slot| [slot.field.id, account(slot)] }
      end

      private

      def account(slot)
        result = slot.result(@outcomes)
        speaking = @engine.policy.rules_of(@plan.record_type.id).select { |rule| rule.targets?(slot.field) }
        ordinary, guardrails = speaking.partition { |rule| !rule.guardrail? }
        { "field" => slot.field.id, "level" => result.final.level,
          "stages" => [BaselineAccount.new(@engine, @question, slot, @outcomes).to_h(result),
                       stage("rules", ordinary, slot, result.baseline, result.ruled),
                       stage("guardrails", guardrails, slot, result.ruled, result.guarded),
                       consistency(result)] }
      end

      def stage(name, rules, slot, before, after)
        ledger = RuleLedger.new(name, slot, @outcomes, before, after, @engine.policy.precedence)
        entries = rules.map { |rule| ledger.line(rule, applicability(rule)).merge("sentence" => sentence(rule)) }
        hash = { "stage" => name, "entries" => entries, "balance" => after.level }
        return hash unless name == "rules"

        method = PrecedenceMethod[@engine.policy.precedence]
        hash.merge("precedence" => method.registered_name, "precedence_words" => method.title)
      end

      # Returns ["applies" | "in_doubt" | "not_applicable", why in words, Explanation or nil].
      def applicability(rule)
        because = inapplicable(rule)
        return ["not_applicable", *because, nil] if because
        return ["applies", nil, nil, nil] unless rule.condition

        account = rule.condition.explain(@values, @plan.record_type, @engine.directory)
        deciding = account.deciding.filter_map(&:saw).uniq.join("; ")
        case account.outcome
        when true then ["applies", nil, nil, account]
        when false then ["not_applicable", "condition", "not when #{account.words}: #{deciding}", account]
        else ["in_doubt", "condition", "can't be evaluated: #{deciding}; what tightens counts, what loosens does not", account]
        end
      end

      # [which part does not match, words], or nil when audience and reach match.
      def inapplicable(rule)
        return ["state", "the rule is switched off"] unless rule.on?

        words = rule.audience.mismatch_words(@question.principals, @engine.directory)
        return ["audience", words] if words

        part = rule.reach.mismatch(@units_above, @question.mode, @question.channel)
        part && [part.to_s, reach_words(part, rule)]
      end

      def reach_words(part, rule)
        case part
        when :unit
          units = Words.list(rule.reach.units.map { |id| @engine.directory.name_of(:unit, id) }, "or")
          "only at #{units}; the record is at #{@engine.directory.name_of(:unit, @question.unit)}"
        when :mode then "only when #{Words.list(rule.reach.modes.map { |mode| Rules::Sentence::MODES[mode] }, 'or')}"
        else "only through #{Words.list(rule.reach.channels.map { |channel| Rules::Sentence::CHANNELS[channel] }, 'or')}"
        end
      end

      def consistency(result)
        state = result.guarded
        entries = result.dropped.map do |facet, value, words|
          state = state.with(facet => facet == :entry ? Facets::LOCKED : Facets::OPTIONAL)
          { "words" => Words.capitalize(words), "facet" => facet.to_s, "dropped" => Facets.name(facet, value), "balance" => state.level }
        end
        { "stage" => "consistency", "entries" => entries, "balance" => result.final.level }
      end

      def sentence(rule) = Rules::Sentence.new(rule, @engine.policy, @engine.directory).to_s
    end
  end
end
