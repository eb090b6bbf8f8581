# frozen_string_literal: true

module CobaltLedger
  module Changes
    # What a change of policy does to whom: for each field and mode, who had which access and has which now.
    # People who match every audience alike are worked out once.
    class Impact
      # One line of the account. before, after: Array of levels; users: Array of user identifiers.
      Line = Struct.new(:record_type, :field, :mode, :units, :before, :after, :users, keyword_init: true) do
        # "loosens", "tightens" or "changes", judged by the ink scale.
        def direction
          old = before.map { |level| Access::State::LEVELS.index(level) }
          new = after.map { |level| Access::State::LEVELS.index(level) }
          return "loosens" if new.max >= old.max && new.min >= old.min
          return "tightens" if new.max <= old.max && new.min <= old.min

          "changes"
        end
      end

      MODES = %w[create edit view list].freeze

      # from, to: Decisions::Engine for the policies before and after.
      # at: Time for which it is worked out; without it, what depends on the time counts as closed.
      # fields: identifiers to look at only, or nil for all.
      def initialize(from, to, at: nil, fields: nil)
        @from = from
        @to = to
        @at = at
        @fields = fields
      end

      # Array of Line, for the record types and fields both policies know.
      def lines
        types = @to.policy.record_types.keys & @from.policy.record_types.keys
        types.flat_map { |id| lines_of(id) }
      end

      # The same for one record type. id: identifier.
      def lines_of(id) = touched?(id) ? of_type(id) : []

      private

      # Rules that did not change can't change a decision.
      def touched?(id)
        @from.policy.record_type(id) != @to.policy.record_type(id) && signature(@from, id) != signature(@to, id)
      end

      def signature(engine, id)
        [beside_rules(engine, id), engine.policy.rules_of(id).map { |rule| fingerprint(rule) }]
      end

      # What decides beside the rules.
      def beside_rules(engine, id)
        policy = engine.policy
        type = policy.record_type(id)
        [
          policy.precedence,
          type.precedence,
          policy.labels.values,
          policy
            .baselines_of(id)
            .map { |baseline| [baseline.id, baseline.units, baseline.categories, baseline.states] },
          type.fields.map do |field|
            [
              field.id, field.kind_name, field.section, field.label, field.baseline, field.formula, field.options,
              field.typed_when_incomplete?, field.precedence
            ]
          end,
          type.category_field
        ]
      end

      def fingerprint(rule)
        [rule.id, rule.on?, rule.kind, rule.rank, rule.field_ids, rule.section_ids, rule.audience.to_h, rule.reach.to_h,
         rule.condition&.to_h, rule.effects.map(&:to_h), rule.otherwise.map(&:to_h), rule.window&.to_h, rule.timing]
      end

      def of_type(id)
        old_type = @from.policy.record_type(id)
        new_type = @to.policy.record_type(id)
        found = Hash.new { |hash, key| hash[key] = [] }
        moved = moved_rules(id)
        @to.directory.leaf_units.product(MODES).each do |unit, mode|
          above = @to.directory.with_above(:unit, unit)
          classes(old_type, new_type).each do |users|
            principals = @to.directory.principals_of(users.first)
            next unless concerned?(moved, principals, above, mode)

            compare(old_type, new_type, principals, unit, mode) do |field, before, after|
              found[[field, mode, before, after, users]] << unit
            end
          end
        end
        merge(id, found)
      end

      # Rules that are in force before or after and not the same, as before and as after; nil where something else that
      # decides has moved too.
      def moved_rules(id)
        return nil unless beside_rules(@from, id) == beside_rules(@to, id)

        old, new =
          [@from, @to].map { |engine| engine.policy.rules_of(id).select(&:on?).to_h { |rule| [rule.id, rule] } }
        (old.keys | new.keys)
          .reject { |rule| old[rule] && new[rule] && fingerprint(old[rule]) == fingerprint(new[rule]) }
          .flat_map { |rule| [old[rule], new[rule]].compact }
      end

      # Can what has moved make a difference to somebody there? Only a rule that is meant for them and reaches there
      # can.
      def concerned?(moved, principals, above, mode)
        moved.nil? ||
          moved.any? do |rule|
            rule.audience.match?(principals) && rule.reach.in_unit?(above) &&
              (rule.reach.modes.empty? || rule.reach.modes.include?(mode))
          end
      end

      # Users who match alike before and after: Array of Array of identifiers.
      def classes(old_type, new_type)
        @to.directory.users.group_by do |user|
          principals = @to.directory.principals_of(user.id)
          [@from.class_of(old_type, principals), @to.class_of(new_type, principals)]
        end.values.map { |users| users.map(&:id) }
      end

      def compare(old_type, new_type, principals, unit, mode)
        old_search = possible(@from, old_type, principals, unit, mode)
        new_search = possible(@to, new_type, principals, unit, mode)
        looked_at(old_type, new_type).each do |field|
          before = levels(old_search, field)
          after = levels(new_search, field)
          yield field, before, after unless before == after
        end
      end

      def looked_at(old_type, new_type)
        both = old_type.fields.map(&:id) & new_type.fields.map(&:id)
        @fields ? both & @fields : both
      end

      def possible(engine, type, principals, unit, mode)
        engine.feasible(
          Decisions::Question.new(principals: principals, record_type: type, unit: unit, mode: mode, at: @at)
        )
      end

      def levels(search, field)
        outcomes, = search.of(field)
        outcomes.map { |outcome| outcome.decision.level }
      end

      # Lines that differ only in who is meant become one.
      def merge(type, found)
        found
          .group_by { |(field, mode, before, after, _users), units| [field, mode, before, after, units] }
          .map do |key, entries|
            field, mode, before, after, units = key
            Line.new(
              record_type: type, field: field, mode: mode, units: units, before: before, after: after,
              users: entries.flat_map { |(_, _, _, _, users), _| users }.sort
            )
          end
      end
    end
  end
end
