# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Why a rule makes no difference to anyone: what gives the same already, or what overrules it, as it is for one of
    # those it applies to.
    class NoEffect
      # Sentences at most.
      MOST = 4

      # One sentence. parts: Array of String, and of Rules::Contribution where a rule is named.
      Reason = Struct.new(:parts) do
        def words
          parts.map { |part| part.is_a?(String) ? part : "#{part.number} “#{part.title}”" }.join
        end
      end

      # engine: Decisions::Engine of the policy with the rule; rule: Rules::Rule.
      def initialize(engine, rule)
        @engine = engine
        @rule = rule
        @type = engine.policy.record_type(rule.record_type)
        @directory = engine.directory
      end

      # Array of Reason, those of the first fields it speaks of. Empty where the rule gives no access.
      def reasons
        return [said("The rule is switched off.")] unless @rule.on?
        return [said("Its audience is empty.")] if person.nil?
        return [said("It applies to no unit that owns records.")] if unit.nil?

        @type.fields.select { |field| @rule.targets?(field) }.lazy.flat_map { |field| of(field) }.uniq.first(MOST)
      end

      private

      def said(*parts) = Reason.new(parts)

      def person = @person ||= @directory.crowds.then { |crowds| crowds.users(crowds.of(@rule.audience)).first }

      def unit
        @unit ||= Space.units(@directory).find { |id| @rule.reach.in_unit?(@directory.with_above(:unit, id)) }
      end

      def question
        @question ||= Decisions::Question.new(
          principals: @directory.principals_of(person.id), record_type: @type, unit: unit, at: Time.now,
          mode: @rule.reach.modes.first || "edit", channel: @rule.reach.channels.first || "form"
        )
      end

      def of(field)
        slot = @engine.plan_for(question).slot_of(field.id)
        own = (slot.rules + slot.guardrails).select { |speaker| speaker.source.rule.equal?(@rule) }
        return [] if own.empty?

        outcomes = applying(own, field) or return [said(unmet(field))]
        result, without = [nil, @rule].map { |rule| slot.result(outcomes, except: rule) }
        own.select { |speaker| speaks?(speaker, outcomes) }.flat_map do |speaker|
          Access::Facets::ALL.filter_map { |facet| told(field, facet, speaker.source.gives, result, without) }
        end
      end

      # Outcomes under which the rule applies, or nil.
      def applying(own, field)
        feasible = @engine.feasible(question)
        feasible.combinations(field.id).map(&:first).find { |all| own.any? { |speaker| speaks?(speaker, all) } }
      end

      def speaks?(speaker, outcomes) = speaker.test.nil? || outcomes[speaker.test]

      def unmet(field)
        if @engine.feasible(question).complete?(field.id) then "Its condition can’t be true at present."
        else "Whether its condition can be true could not be determined."
        end
      end

      def told(field, facet, gives, result, without)
        value = gives.facet(facet) or return nil
        stands = result.final.facet(facet)
        words = Access::Facets.name(facet, stands)
        told, givers = stands == value ? ["is already #{words}", without] : ["stays #{words}", result]
        names = givers.givers(facet).map { |giver| name(giver) }.uniq
        said("For #{person.name}, #{field.name} #{told}, by ", *listed(names), ".")
      end

      # Names of givers with what stands between them.
      def listed(names)
        before = ["", *Array.new([names.size - 2, 0].max, ", "), " and "]
        before.first(names.size).zip(names).flatten.drop(1)
      end

      # A Rules::Contribution, or what else gives it in words.
      def name(giver)
        case giver.kind
        when :rule, :guardrail then giver.source
        when :label then "its label #{giver.source.name}"
        when :baseline then "the baseline #{giver.source.name}"
        when :field then "its own baseline"
        else "its other properties (#{giver.source})"
        end
      end
    end
  end
end
