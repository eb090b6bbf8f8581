# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # What the access to a field or an action rests on, read off the result of the stages: of each facet that tells the
    # access level, all that gave it the value it has in the end.
    class Grounds
      # One thing it rests on. words: for people; rule: identifier where it is one, or nil.
      Ground = Struct.new(:words, :rule)

      # Those of one field or action of a Decision; where it is calculated, also why what it is calculated from can be
      # seen, or can't. Array of Ground.
      def self.of(decision, id)
        own = new(decision.result(id))
        type = decision.question.record_type
        return own.to_a unless type.field(id)&.computed?

        inputs = type.formulas.inputs_of(id).filter_map { |input| type.field(input) }
        (own.to_a + inputs.flat_map { |input| of_input(input, decision.result(input.id), own.covered?) }).uniq
      end

      # Where nothing is covered, an input is worth naming only where a rule shows it.
      def self.of_input(field, result, covered)
        return [] if covered && result.final.visibility == Access::Facets::SHOWN

        new(result).of([:visibility]).select { |each| covered || each.rule }
          .map { |each| Ground.new("#{field.name}: #{each.words}", each.rule) }
      end
      private_class_method :of_input

      # result: Access::Result of one field or action.
      def initialize(result)
        @result = result
      end

      # Did something beside it take away that it is seen?
      def covered? = @result.dropped.any? { |drop| drop.facet == :visibility && drop.by.nil? }

      # Array of Ground, without repeats; never empty.
      def to_a = of(facets)

      # The same of some facets alone.
      def of(facets)
        facets.flat_map { |facet| givers(facet).map { |giver| [giver, facet] } }
          .group_by { |giver, _| giver }
          .map { |giver, pairs| ground(giver, pairs.map(&:last)) }
      end

      private

      # Of a field that isn't seen it is of no interest whether it could be typed into, nor of a locked one whether
      # something must be.
      def facets
        state = @result.final
        return [:permission] if state.permission
        return [:visibility] if state.visibility == Access::Facets::HIDDEN

        [:visibility, :entry, (:presence if state.entry == Access::Facets::OPEN)].compact
      end

      # That nothing has to be typed is worth a word only where a rule says so; and where a guardrail is stricter than
      # the rules, but not as strict as the beginning, it is these that opened it as far as that.
      def givers(facet)
        found = @result.givers(facet)
        if facet == :presence && @result.final.presence != Access::Facets::REQUIRED
          found = found.select { |each| spoken?(each) }
        end
        return found unless found.all? { |each| each.kind == :guardrail } && opened?(facet)

        found | @result.rules_behind(facet).map do |each|
          Access::Result::Giver.new(each.rule.guardrail? ? :guardrail : :rule, each)
        end
      end

      def spoken?(giver) = %i[rule guardrail].include?(giver.kind)

      # Did it begin stricter than it is in the end, or covered in another way?
      def opened?(facet)
        from, to = [@result.baseline, @result.final].map { |state| state.facet(facet) || 0 }
        from > to || (facet == :visibility && from == to && covering(@result.baseline) != covering(@result.final))
      end

      def covering(state) = [state.mask, state.replace]

      def ground(giver, facets)
        return Ground.new(Words.capitalize(giver.source)) if giver.kind == :consistency

        given = Words.list(facets.map { |facet| value(giver, facet) }.uniq)
        return Ground.new(beginning(giver, given)) unless spoken?(giver)

        rule = giver.source
        Ground.new("#{rule.number} “#{rule.title}” gives #{given}", rule.id)
      end

      # Of an action, the name says it already; a stage and a retired field do not begin, they are so.
      def beginning(giver, given)
        name = Blame.name(giver)
        return name if @result.final.permission && giver.kind == :label

        giver.kind == :field && !name.include?("own baseline") ? name : "#{name} starts as #{given}"
      end

      # What a rule gives is what it is in the end, but for one that covers the record as a whole.
      def value(giver, facet)
        above = @result.shut_by(facet)
        if above
          facet = above.final.permission ? :permission : :entry
          return Access::Facets.name(facet, above.final.facet(facet))
        end

        given = giver.source.respond_to?(:gives) ? giver.source.gives.facet(facet) : nil
        Access::Facets.name(facet, given || @result.final.facet(facet))
      end
    end
  end
end
