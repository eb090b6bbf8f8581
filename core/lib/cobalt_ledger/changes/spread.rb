# frozen_string_literal: true

module CobaltLedger
  module Changes
    # How far a difference spreads where rules write values: from fields that may hold another value to those of which
    # rules, baselines or formulas look at these, and on.
    class Spread
      # sides: Array of Side.
      def initialize(sides)
        @sides = sides.select(&:type)
      end

      # Identifiers of the fields of which something can differ once some may hold another value. values: Array of
      # identifiers.
      def of(values)
        return [] if values.empty?

        moved = grown(values)
        (moved + @sides.flat_map { |side| decided_by(side, moved) }).uniq
      end

      # Fields that rules clear when they hide them: where another state moves a value.
      def cleared = @cleared ||= @sides.flat_map { |side| side.rules.flat_map { |rule| cleared_by(side, rule) } }.uniq

      # Fields that a rule writes. side: Side that has the rule.
      def written_by(side, rule)
        fields(side, rule, &:writes?)
      end

      # Fields that a rule speaks of.
      def targets(side, rule) = fields(side, rule) { true }

      private

      # All whose value can move with some.
      def grown(values)
        loop do
          more = (values + @sides.flat_map { |side| next_of(side, values) }).uniq
          return values if more.size == values.size

          values = more
        end
      end

      def next_of(side, values)
        ruled = side.rules.select { |rule| reads?(side, rule, values) }.flat_map do |rule|
          written_by(side, rule) | (targets(side, rule) & cleared)
        end
        ruled + (begun(side, values) & cleared) + computed(side, values)
      end

      # Fields whose state depends on some values.
      def decided_by(side, values)
        ruled = side.rules.select { |rule| reads?(side, rule, values) }.flat_map { |rule| targets(side, rule) }
        (ruled + begun(side, values)).uniq.then { |found| found + computed(side, found) + below(side, found) }
      end

      # Fields and actions that something among those found can shut.
      def below(side, found)
        side.type.subjects.map(&:id).select { |id| side.type.behind(id).intersect?(found) }
      end

      # Does a rule look at some values, in its condition or for the value that it gives?
      def reads?(side, rule, values)
        Decisions::ValueEffects.fields_read(rule.readers, side.type).intersect?(values)
      end

      # Fields of baselines that go by the category, where that is among the values.
      def begun(side, values)
        return [] unless values.include?(side.type.category_field)

        by_category = side.policy.baselines_of(side.type.id).reject { |each| each.categories.empty? }
        by_category.flat_map { |each| each.states.keys }
      end

      def computed(side, values)
        side.type.fields.select { |field| side.type.formulas.inputs_of(field.id).intersect?(values) }.map(&:id)
      end

      def cleared_by(side, rule) = fields(side, rule, &:clears?)

      def fields(side, rule, &block)
        wanted = rule.contributions.select(&block)
        return [] if wanted.empty?

        side.type.subjects.select { |field| wanted.any? { |each| each.targets?(field) } }.map(&:id)
      end
    end
  end
end
