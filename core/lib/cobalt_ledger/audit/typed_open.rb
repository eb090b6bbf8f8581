# frozen_string_literal: true

module CobaltLedger
  module Audit
    # Looks for a record on which a field is covered from somebody, and something they can type into it, where that is
    # open, that uncovers the field. The values tried are those that stand for all others in the conditions on the field;
    # what is found has been decided.
    class TypedOpen
      # Forms judged, and ways of meeting the rules looked at, at most for one field; beyond that it can't be said that
      # there is nothing.
      BUDGET = 800
      WAYS = 60

      # Sets of values typed together at most, on one record.
      TOGETHER = 24

      # survey: Survey; field: Catalogue::Field.
      def initialize(survey, field)
        @survey = survey
        @type = survey.record_type
        @field = field
        @judged = 0
        @ways = 0
        @related = false
      end

      # [Question with what is typed, Hash of field identifier to FieldDecision], or nil when nothing was found.
      def find
        @survey.cases_in(@field, modes: %w[edit], channel: "form").each do |kase|
          next unless varied?(kase)

          found = within(kase)
          return found if found
          return nil if spent?
        end
        nil
      end

      # Was there more to try than the budget allows, or a record looked up through what is typed?
      def unsure? = spent? || @related

      private

      def spent? = @judged > BUDGET || @ways > WAYS

      # Is the field seen differently on different records?
      def varied?(kase) = kase.situations.map { |outcomes, _| kase.slot.decide(outcomes).state.visibility }.uniq.size > 1

      def within(kase)
        own = conditions(kase.plan, [@field])
        @related ||= own.flat_map(&:reads).any? { |kind, _| kind == :related }
        @deciding = typed_for(own)
        return nil if @deciding.empty?

        ways(kase).each do |question, plan|
          return nil if (@ways += 1) > WAYS

          found = met(question, plan)
          return found if found
          return nil if spent?
        end
        nil
      end

      # Ways in which the people of the case can meet the rules on what is looked at, in its own unit first: a lazy
      # enumeration of [Question, Decisions::Plan], each plan once.
      def ways(kase)
        seen = {}
        exact = @survey.exact?(looked_at)
        people = @survey.kinds_of_people(looked_at, kase.crowd)
        ([kase.question.unit] | @survey.units).lazy.flat_map { |unit| people.map { |user| [unit, user] } }.filter_map do |unit, user|
          question = @survey.question(user, unit, "edit", form: kase.question.form || :own)
          plan = @survey.plan_for(question, looked_at)
          key = [plan.object_id, exact ? user.id : nil]
          [question, plan] unless seen[key] || !(seen[key] = true)
        end
      end

      # Fields that conditions read from the form, and that somebody could type into; for a computed field those it is
      # worked out from.
      def typed_for(conditions)
        read = conditions.flat_map(&:fields).uniq.map { |id| @type.field(id) }
        read.flat_map { |field| field.never_typed? ? @type.formulas.inputs_of(field.id).map { |id| @type.field(id) }.reject(&:never_typed?) : [field] }.uniq - [@field]
      end

      def looked_at = [@field] | @deciding

      # What can be shown to one kind of person, as find: on records that differ in what bears on the field, and only then
      # also in what bears on whether the deciding fields are open.
      def met(question, plan)
        own = conditions(plan, [@field])
        return nil if own.empty? || @deciding.none? { |field| openable?(plan.slot_of(field.id)) }

        @plan = plan
        @facts = @survey.engine.facts(question, {})
        all = conditions(plan, looked_at)
        @backward = all.any? { |condition| condition.looks_back? || condition.reads.any? { |kind, _| kind == :stored } }
        shown(question, values_of(own, question)) || (all.size > own.size && !spent? ? shown(question, values_of(all, question)) : nil)
      end

      # Can it be open at all, as far as can be told without a record?
      def openable?(slot) = slot.tests.any? || slot.decide([]).open?

      def conditions(plan, fields) = fields.flat_map { |field| plan.slot_of(field.id).tests }.uniq.map { |index| plan.conditions[index] }

      # Records and what is typed are Arrays of values, in the order of the keys.
      def shown(question, values)
        @keys = values.keys
        @known = {}
        each_record(values) do |record|
          found = typed_on(record, values, question)
          return found if found
          return nil if spent?
        end
        nil
      end

      # Values that stand for all others, by key of what is read; what is stored and what is typed try the same.
      def values_of(conditions, question)
        ground = Conditions::Solver::Ground.new(@type, "edit", @survey.engine.facts(question, {}), conditions)
        ground.keys.each_with_object({}) do |key, found|
          plain = key.first == :stored ? [:entered, key.last] : key
          found[plain] = (found[plain] || []) | ground.values(key)
        end
      end

      def each_record(values, &block)
        first, *others = values.values
        first ? first.product(*others, &block) : yield([])
      end

      # As find.
      def typed_on(record, values, question)
        seen = outcomes(record, record) or return nil
        before = sight(seen)
        return nil if before == Decisions::Facets::SHOWN

        open = @deciding.select { |field| @plan.slot_of(field.id).decide(seen).open? }.filter_map { |field| @keys.index([:entered, field.id]) }
        typed(record, open, values).each do |after|
          next if after == record

          now = outcomes(record, after) or return nil
          found = sight(now) < before && borne_out(question, record, after)
          return found if found
        end
        nil
      end

      # What the record may be turned into by typing: one value at a time, then several together.
      # places: of the keys that may be typed.
      def typed(record, places, values)
        choices = places.map { |place| values[@keys[place]] }
        single = places.zip(choices).flat_map { |place, list| list.map { |value| with(record, place => value) } }
        return single if places.size < 2

        first, *others = choices
        single + first.product(*others).first(TOGETHER).map { |combination| with(record, places.zip(combination)) }
      end

      def with(record, changes) = record.dup.tap { |copy| changes.each { |place, value| copy[place] = value } }

      # Outcomes of the plan's tests on a record with what stands on the form; nil when the budget is used up. Where
      # nothing asks what is stored, a form looks the same whether its values were typed or not.
      def outcomes(record, form)
        key = @backward ? [record, form] : form
        return @known[key] if @known.key?(key)
        return nil if (@judged += 1) > BUDGET

        found = @keys.zip(form).to_h
        found.merge!(@keys.zip(record).select { |(kind, _), _| kind == :entered }.to_h { |(_, id), value| [[:stored, id], value] }) if @backward
        @known[key] = @plan.outcomes(@facts.assuming(found, @type.formulas))
      end

      def sight(seen) = @plan.slot_of(@field.id).decide(seen).state.visibility

      # The same decided from the question on, with a value to be seen: [Question, decisions], or nil.
      def borne_out(question, record, form)
        held = filled(about(question, @keys.zip(record).to_h))
        typed = @keys.each_index.reject { |place| record[place] == form[place] }.to_h { |place| [@keys[place].last, form[place]] }
        asked = held.with(entered: typed.to_h { |id, value| [id, @type.field(id).dump(value)] })
        before, after = [held, asked].map { |each| @survey.decide(each, looked_at) }
        return nil unless after[@field.id].state.visibility < before[@field.id].state.visibility && typed.keys.all? { |id| before[id].open? }

        [asked, after]
      end

      # The question about a record that holds what is assumed.
      def about(question, record)
        found = Decisions::Example.new(question, record).question
        found.with(stored: found.stored.merge(found.entered), entered: {})
      end

      # There has to be something to see.
      def filled(question)
        return question unless question.stored[@field.id].nil?

        question.with(stored: question.stored.merge(@field.id => @field.kind.stand_in(@field)).compact)
      end
    end
  end
end
