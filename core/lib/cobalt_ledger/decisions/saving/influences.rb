# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Which of some changes can open or close the fields of which others: through conditions, computed fields, and
    # values that rules write.
    class Influences
      # plan: Plan; ids: identifiers of the changed fields.
      def initialize(plan, ids)
        @plan = plan
        @ids = ids
        # field => the changed fields that what it may be depends on
        @on = ids.to_h { |id| [id, sources(id)] }
      end

      # Has a change no influence on any of the others?
      def none?(id, others) = others.none? { |other| @on[other].include?(id) }

      # Has any of the other changes an influence on it?
      def influenced?(id) = @on[id].any?

      # The changes, parted so that none in one part has an influence on any in another: Array of Array of identifiers.
      def knots
        left = @ids.dup
        knots = []
        until left.empty?
          knot = [left.first] + Graph.reachable(left.first) { |id| neighbours(id) }
          left -= knot
          knots << (@ids & knot)
        end
        knots
      end

      private

      def neighbours(id) = @on[id] | @ids.select { |other| @on[other].include?(id) }

      def sources(id)
        read = @plan.slot_of(id).tests.flat_map { |index| @plan.conditions[index].fields }
        # Which record is referred to says how what was copied from it is covered.
        read += [id, *computed_from(id)].flat_map do |each|
          @plan.record_type.inherited(each).map do |field, _|
            field.id
          end
        end
        reached = (read + read.flat_map { |field| Graph.reachable(field) { |each| feeding(each) } }).uniq
        (reached & @ids) - [id]
      end

      # Fields whose values may become, or decide, the value of a field.
      def feeding(id)
        @feeding ||= {}
        @feeding[id] ||= (computed_from(id) + written_from(id)).uniq
      end

      def computed_from(id) = @plan.record_type.formulas.step_of(id)&.inputs || []

      def written_from(id)
        effects = @plan.value_effects
        (effects.writing + effects.clearing).select { |action| action.field.id == id }.flat_map do |action|
          tests = action.effect.clears? ? @plan.slot_of(id).tests : [action.test].compact
          source = action.effect.is_a?(Rules::ValueEffect) ? action.effect.source.fields : []
          source + tests.flat_map { |index| @plan.conditions[index].fields }
        end
      end
    end
  end
end
