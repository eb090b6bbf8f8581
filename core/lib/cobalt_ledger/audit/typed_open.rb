# frozen_string_literal: true

module CobaltLedger
  module Audit
    # Looks for a record on which a field is covered from somebody, and something they can type into it, where that is
    # open, that uncovers the field. The values tried are those that stand for all others in the conditions on the field;
    # what is found has been decided.
    class TypedOpen
      # Forms judged at most for one field; beyond that it can't be said that there is nothing.
      BUDGET = 3_000

      # Sets of values typed together at most, on one record.
      TOGETHER = 64

      # survey: Survey; field: Catalogue::Field.
      def initialize(survey, field)
        @survey = survey
        @type = survey.record_type
        @field = field
        @judged = 0
        @related = false
      end

      # [Question with what is typed, Hash of field identifier to FieldDecision], or nil when nothing was found.
      def find
        return nil if deciding.empty?

        @survey.ways_to_meet(looked_at, "edit").each do |question, plan|
          found = met(question, plan)
          return found if found
          return nil if spent?
        end
        nil
      end

      # Was there more to try than the budget allows, or a record looked up through what is typed?
      def unsure? = spent? || @related

      private

      def spent? = @judged > BUDGET

      # Fields that anything that bears on the field reads from the form, and that somebody could type into.
      def deciding
        @deciding ||= begin
          read = @survey.bearing_on(@field).filter_map(&:condition).flat_map(&:fields) | by_category
          read.uniq.map { |id| @type.field(id) }.flat_map { |field| typed_for(field) }.uniq - [@field]
        end
      end

      def looked_at = @looked_at ||= [@field] | deciding

      def by_category = @survey.policy.baselines_of(@type.id).any? { |each| each.categories.any? && each.states.key?(@field.id) } ? [@type.category_field] : []

      # What is typed for a computed field is what it is worked out from.
      def typed_for(field) = field.never_typed? ? @type.formulas.inputs_of(field.id).map { |id| @type.field(id) }.reject(&:never_typed?) : [field]

      # What can be shown to one kind of person, as find: on records that differ in what bears on the field, and only then
      # also in what bears on whether the deciding fields are open.
      def met(question, plan)
        own = conditions(plan, [@field])
        return nil if own.empty?

        all = conditions(plan, looked_at)
        @related ||= all.flat_map(&:reads).any? { |kind, _| kind == :related }
        shown(question, values_of(own, question)) || (all.size > own.size && !spent? ? shown(question, values_of(all, question)) : nil)
      end

      def conditions(plan, fields) = fields.flat_map { |field| plan.slot_of(field.id).tests }.uniq.map { |index| plan.conditions[index] }

      def shown(question, values)
        each_record(values) do |record|
          found = typed_on(filled(about(question, record)), values)
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

      def each_record(values)
        first, *others = values.values
        return yield({}) unless first

        first.product(*others) { |combination| yield values.keys.zip(combination).to_h }
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

      def typed_on(question, values)
        before = decide(question) or return nil
        return nil if before[@field.id].state.visibility == Decisions::Facets::SHOWN

        typed(deciding.select { |field| before[field.id].open? }, values).each do |entered|
          changed = entered.reject { |id, raw| Decisions::Values.same?(@type.field(id), question.stored[id], raw) }
          next if changed.empty?

          asked = question.with(entered: changed)
          after = decide(asked) or return nil
          return [asked, after] if after[@field.id].state.visibility < before[@field.id].state.visibility
        end
        nil
      end

      # What may be typed: one value at a time, then several together.
      def typed(fields, values)
        choices = fields.to_h { |field| [field.id, (values[[:entered, field.id]] || []).map { |value| field.dump(value) }] }
        single = choices.flat_map { |id, list| list.map { |raw| { id => raw } } }
        return single if choices.size < 2

        first, *others = choices.values
        single + first.product(*others).first(TOGETHER).map { |combination| choices.keys.zip(combination).to_h }
      end

      def decide(question)
        (@judged += 1) > BUDGET ? nil : @survey.decide(question, looked_at)
      end
    end
  end
end
