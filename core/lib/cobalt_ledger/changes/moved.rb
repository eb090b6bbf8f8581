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

      # Identifiers of the fields that either policy knows, of the whole record and of the actions.
      def fields = [@from, @to].flat_map { |side| side.type ? side.type.subjects.map(&:id) : [] }.uniq

      # Is a field covered as on other records than before? Its access then depends on those records.
      def inherits?(id) = [@from, @to].map { |side| side.type ? inherited(side.type, id) : [] }.uniq.size > 1

      # Has something moved that can make a difference to a field?
      def bears_on?(id)
        @bears_on.fetch(id) do
          @bears_on[id] = beside?(id) || people.any? || by_rules.include?(id) || read_by(id).intersect?(spoken_of)
        end
      end

      # Has something beside the rules moved that can, for the user who asks?
      def beside?(id)
        @beside ||= {}
        @beside.fetch(id) do
          @beside[id] = others_asked?(id) || by_fields.include?(id) || read_by(id).any? { |each| moved?(each) }
        end
      end

      # People who are not the same: Array of identifiers.
      def people = @people ||= directories? ? Standing.moved(@from.directory, @to.directory) : []

      private

      # Are the people not the same?
      def directories? = !@from.directory.equal?(@to.directory)

      # Can it matter to everyone that people are not the same: because of units, or of people whom records name?
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

      # Fields that a difference spreads to from those of which what decides beside the rules has moved: Set. A value
      # moves with its field only where its kind has, or where the field is cleared when it is hidden.
      def by_fields
        @by_fields ||= spread.of(
          fields.select { |id| moved?(id) && (spread.cleared.include?(id) || known_otherwise?(id)) }
        ).to_set
      end

      # Fields that a difference spreads to from what rules that have moved write, or hide and clear: Set.
      def by_rules
        @by_rules ||= spread.of(
          of_moved_rules { |side, rule| spread.written_by(side, rule) } | (spoken_of & spread.cleared)
        ).to_set
      end

      # Fields that rules which have moved speak of.
      def spoken_of = @spoken_of ||= of_moved_rules { |side, rule| spread.targets(side, rule) }

      def of_moved_rules
        [@from, @to].flat_map do |side|
          next [] unless side.type

          rules.select { |rule| side.rules_by_id[rule.id].equal?(rule) }.flat_map { |rule| yield(side, rule) }
        end.uniq
      end

      def spread = @spread ||= Spread.new([@from, @to])

      # Is what a value of it is not the same in both, which both know?
      def known_otherwise?(id)
        both = [@from, @to].map { |side| value_of(side, id) }
        both.none?(&:nil?) && both.uniq.size > 1
      end

      # A field, what it is calculated from and what can shut it.
      def read_by(id)
        [id, *[@from, @to].flat_map do |side|
          side.field(id) ? side.type.formulas.inputs_of(id) + side.type.behind(id) : []
        end].uniq
      end

      def inherited(type, id) = type.inherited(id).map { |field, source| [field.id, field.refers_to, source] }

      def moved?(id) = own(@from, id) != own(@to, id)

      # What decides about a field beside the rules.
      def own(side, id)
        field = side.field(id) or return nil
        policy = side.policy
        type = side.type
        baselines = policy.baselines_of(type.id).filter_map do |each|
          [each.units, each.categories, each.both?, each.states[id]] if each.states[id]
        end
        unless type.field(id)
          return [policy.label_of(field), field.baseline, policy.precedence_of(type, field), baselines,
                  type.category_field, staged(type, field)]
        end

        [
          *value_of(side, id), field.section, policy.label(field.label), field.baseline,
          policy.precedence_of(type, field), baselines, type.category_field, forms(type, id)
        ]
      end

      # Stages of the path that lock the record.
      def staged(type, subject) = subject.family == :record && [type.path&.field&.id, subject.stages]

      # What a value of a field is, and whether rules can write it; nil where the policy does not know the field.
      def value_of(side, id)
        field = side.type&.field(id) or return nil
        [field.kind_name, field.formula, field.options, field.typed_when_incomplete?, field.max_length,
         field.refers_to, field.retired?, side.policy.zone.identifier]
      end

      # Which form is whose, and whether the field is on it.
      def forms(type, id)
        type.forms.map { |form| [form.id, form.audience&.to_h, form.modes, form.fields.any? { |each| each.id == id }] }
      end

      def print(rule)
        [rule.kind, rule.rank, rule.lines.map(&:to_h), rule.audience.to_h, rule.reach.to_h, rule.condition&.to_h,
         rule.window&.to_h, rule.timing]
      end
    end
  end
end
