# frozen_string_literal: true

module CobaltLedger
  module Changes
    # What of two policies is not the same for a record type: the rules, and what decides beside them, field by field.
    # Only where something of it bears on a field can a decision differ.
    class Moved
      # from, to: Side.
      def initialize(from, to)
        @from = from
        @to = to
        @bears_on = {}
      end

      # Rules in force before or after that are not the same, as before and as after.
      def rules
        @rules ||=
          (@from.rules_by_id.keys | @to.rules_by_id.keys).flat_map do |id|
            old, new = [@from, @to].map { |side| side.rules_by_id[id] }
            old && new && print(old) == print(new) ? [] : [old, new].compact
          end
      end

      # Identifiers of the fields that either policy knows.
      def fields = [@from, @to].flat_map { |side| side.type ? side.type.fields.map(&:id) : [] }.uniq

      # Has something moved that can make a difference to a field? Where rules write values, whatever moves can.
      def bears_on?(id)
        @bears_on.fetch(id) do
          @bears_on[id] = beside?(id) || people.any? || rules.any? { |rule| rule_on?(rule, id) }
        end
      end

      # Has something beside the rules moved that can, for whoever asks?
      def beside?(id)
        @beside ||= {}
        @beside.fetch(id) do
          @beside[id] = others_asked?(id) || written_beside? || read_by(id).any? { |each| moved?(each) }
        end
      end

      # People who are not the same: Array of identifiers.
      def people = @people ||= directories? ? Standing.moved(@from.directory, @to.directory) : []

      private

      # Are the people not the same?
      def directories? = !@from.directory.equal?(@to.directory)

      # Can it matter to everybody that people are not the same: because of units, or of people whom records name?
      def others_asked?(id)
        return false unless directories?

        @units = Standing.units?(@from.directory, @to.directory) if @units.nil?
        @units || memberships(id).any? do |members|
          [@from, @to].map do |side|
            Standing.of(side.directory, members)
          end.uniq.size > 1
        end
      end

      def memberships(id)
        [@from, @to].flat_map do |side|
          side.bearing_on(id)
        end.filter_map(&:condition).flat_map { |node| Standing.memberships(node) }.uniq
      end

      # Where rules write, what decides beside them can move a value that other fields hang on.
      def written_beside?
        return false unless @from.writes? || @to.writes?

        @written_beside = fields.any? { |id| moved?(id) } if @written_beside.nil?
        @written_beside
      end

      # A field and what it is worked out from.
      def read_by(id)
        [id, *[@from, @to].flat_map { |side| side.field(id) ? side.type.formulas.inputs_of(id) : [] }].uniq
      end

      def moved?(id) = own(@from, id) != own(@to, id)

      def rule_on?(rule, id)
        return true if @from.writes? || @to.writes?

        [@from, @to].any? { |side| side.bearing_on(id).any? { |each| each.equal?(rule) } }
      end

      # What decides about a field beside the rules.
      def own(side, id)
        field = side.field(id) or return nil
        policy = side.policy
        type = side.type
        baselines = policy.baselines_of(type.id).filter_map do |each|
          [each.units, each.categories, each.states[id]] if each.states[id]
        end
        [
          field.kind_name, field.section, policy.label(field.label), field.baseline, field.formula, field.options,
          field.typed_when_incomplete?, field.max_length, field.refers_to, policy.precedence_of(type, field), baselines,
          type.category_field, policy.zone.identifier, forms(type)
        ]
      end

      def forms(type)
        type.forms.map { |form| [form.id, form.audience&.to_h, form.modes, form.fields.map(&:id)] }
      end

      def print(rule)
        [rule.kind, rule.rank, rule.field_ids, rule.section_ids, rule.audience.to_h, rule.reach.to_h,
         rule.condition&.to_h, rule.effects.map(&:to_h), rule.otherwise.map(&:to_h), rule.window&.to_h, rule.timing]
      end
    end
  end
end
