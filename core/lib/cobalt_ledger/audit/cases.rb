# frozen_string_literal: true

module CobaltLedger
  module Audit
    # The ways in which the rules on a field can meet. For Survey.
    module Cases
      # Editing first, where most shows.
      MODES = Space::MODES.keys.sort_by { |mode| mode == "edit" ? 0 : 1 }.freeze

      # Every way in which a field's rules meet: a lazy enumeration of Case, built when they are asked for.
      def cases(field)
        each_of(field, specs(field).select { |_, _, context| field.asked_in?(context[2]) })
      end

      # The same for some modes and one channel only. Here a case stands for all people whom the same rules reach there,
      # in whatever unit, and whatever reaches them through other channels.
      def cases_in(field, modes:, channel:)
        each_of(field, specs_in(field, channel).select { |_, _, context| modes.include?(context[2]) })
      end

      # Those of one mode and channel in which some rule that says so would stand otherwise in another mode or channel,
      # of which each is [mode, channel]. The block tells which rules matter.
      def cases_beside(field, mode, channel, ways, &matters)
        rules = bearing_on(field)
        telling = rules.each_with_index.select { |rule, _| matters.call(rule) }
        each_of(
          field,
          specs(field).select do |mask, users, (_, above, own, through, form, _)|
            own == mode && through == channel &&
              telling.any? do |rule, index|
                matching(rule).anybits?(users) &&
                  ways.any? { |other, by| rule.reach.cover?(above, other, by, form) != (mask[index] == 1) }
              end
          end
        )
      end

      # Those in which all of some rules reach the person. modes: all in which it is asked for, where they are left out.
      def cases_with(field, *wanted, modes: MODES.select { |mode| field.asked_in?(mode) })
        places = wanted.map { |rule| bearing_on(field).index { |each| each.equal?(rule) } }
        wanted = places.sum { |place| 1 << place }
        each_of(
          field,
          specs(field).select do |mask, _, context|
            mask & wanted == wanted && modes.include?(context[2])
          end
        )
      end

      # The Case of the same people in another mode or channel; nil where no other rules speak of sight there.
      def case_beside(kase, mode, channel)
        rules = bearing_on(kase.field)
        unit = kase.question.unit
        above = directory.with_above(:unit, unit)
        form = @contexts.forms(rules).first && kase.question.form_id
        mask = mask_of(rules, kase.question.principals, above, mode, channel, form)
        unless rules.each_with_index.any? do |rule, index|
                 speaks_of_sight?(rule) && (mask[index] == 1) != kase.reached?(rule)
               end
          return nil
        end

        user = directory.find(:user, kase.question.principals.user_id)
        @beside[[kase.field.id, mask, unit, mode, channel, @people.closeness? ? user.id : nil]] ||= build_case(
          kase.field, rules, mask, nil, [unit, above, mode, channel, form, nil], user
        )
      end

      private

      # An Enumerator of Case, built one after the other as they are asked for.
      def each_of(field, specs)
        Enumerator.new { |found| specs.each { |spec| found << case_of(field, spec) } }
      end

      # Array of [bit set over the field's rules, users, context], each combination of rules and mode once; editing
      # first, where most shows.
      def specs(field)
        @specs[field.id] ||= begin
          rules = bearing_on(field)
          contexts = @contexts.of(rules).sort_by { |_, context| MODES.index(context[2]) }
          exact = @people.by_person?(rules)
          seen = {}
          @people.parted(rules).product(contexts).filter_map do |(bits, users), (covered, context)|
            mask = bits & covered
            key = [mask, context[2], context[5], exact ? users : nil]
            next if seen[key]

            seen[key] = true
            [mask, users, context]
          end.sort_by { |_, _, context| MODES.index(context[2]) }
        end
      end

      # The same of one channel, with the users of all that come to the same.
      def specs_in(field, channel)
        (@specs_in ||= {})[[field.id, channel]] ||= begin
          rules = bearing_on(field)
          exact = @people.by_person?(rules)
          contexts = @contexts.of(rules, [channel])
          found = @people.parted(rules).product(contexts).group_by do |(bits, users), (covered, context)|
            [bits & covered, context[2], context[5], exact ? users : nil]
          end
          found.map { |(mask, *), same| [mask, same.map { |(_, users), _| users }.reduce(:|), same[0][1][1]] }
        end
      end

      def case_of(field, spec)
        @built[spec] ||= build_case(field, bearing_on(field), *spec)
      end

      # Bit set over rules that mean someone and reach there.
      def mask_of(rules, principals, above, mode, channel, form)
        Contexts.bits(rules) do |rule|
          rule.audience.match?(principals) && rule.reach.in_unit?(above) && rule.reach.through?(mode, channel, form)
        end
      end

      # Of any field: a computed one is no more open than what it is calculated from.
      def speaks_of_sight?(rule) = rule.contributions.any? { |each| each.gives.visibility }

      def build_case(field, rules, mask, crowd, context, user = users_in(crowd).first)
        unit, above, mode, channel, form, = context
        acting = rules.each_with_index.filter_map { |rule, index| rule if mask[index] == 1 }
        question = question(user, unit, mode, channel: channel, form: form ? record_type.form(form) : :own)
        plan = plan(acting, above, mode, closeness(acting, question.principals), needed(field, acting))
        base = engine.facts(question, {})
        Case.new(
          field, question, plan, -> { engine.feasible_under(plan, base, free: Survey::FROM_NOW) }, base,
          -> { crowd ? crowds.size(crowd) : 1 }, crowd
        )
      end

      # A rule that clears what it hides has to be judged on all its fields.
      def needed(field, rules)
        return [field] unless rules.any? { |rule| rule.contributions.any?(&:clears?) }

        [field] |
          record_type.fields.select do |each|
            rules.any? { |rule| rule.contributions_on(each).any?(&:clears?) }
          end
      end
    end
  end
end
