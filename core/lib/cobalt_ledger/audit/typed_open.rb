# frozen_string_literal: true

module CobaltLedger
  module Audit
    # Looks for a record on which a field is covered from someone, and something they can type into it, where that is
    # open, that uncovers the field. The solver looks at the record and at the form typed into it as two things; what is
    # found has been decided.
    class TypedOpen
      # Ways of meeting the rules, and of what is stored, looked at at most for one field; beyond that it can't be said
      # that there is nothing.
      WAYS = 60
      RECORDS = 400

      # survey: Survey; field: Catalogue::Field.
      def initialize(survey, field)
        @survey = survey
        @type = survey.record_type
        @field = field
        @records = 0
        @ways = 0
        @unsure = false
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

      # Was there more to look at than the budget allows, or something that could not be decided?
      def unsure? = spent? || @unsure

      private

      def spent? = @records > RECORDS || @ways > WAYS

      # Is the field seen differently on different records?
      def varied?(kase)
        kase.situations.map { |outcomes, _| kase.slot.decide(outcomes).state.visibility }.uniq.size > 1
      end

      def within(kase)
        own = conditions(kase.plan, [@field])
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
        ([kase.question.unit] | @survey.units)
          .product(forms(kase))
          .lazy
          .flat_map { |unit, form| people.map { |user| [unit, form, user] } }
          .filter_map do |unit, form, user|
            question = @survey.question(user, unit, "edit", form: form)
            plan = @survey.searched_plan(question, looked_at)
            key = [plan.object_id, exact ? user.id : nil]
            [question, plan] unless seen[key] || !(seen[key] = true)
          end
      end

      # Forms that the rules on what is looked at tell apart, of those in which the field's own rules reach as in the
      # case.
      def forms(kase)
        told = @survey.forms(looked_at)
        return [kase.question.form || :own] if told.empty?

        named = @survey.bearing_on(@field).map { |rule| rule.reach.forms }.reject(&:empty?)
        told.select do |form|
          named.all? { |forms| forms.include?(form.id) == forms.include?(kase.question.form_id) }
        end
      end

      # Fields that conditions read from the form, and that someone could type into; for a computed field those it is
      # calculated from.
      def typed_for(conditions)
        read = conditions.flat_map(&:fields).uniq.map { |id| @type.field(id) }
        read
          .flat_map do |field|
            if field.never_typed?
              @type.formulas.inputs_of(field.id).map { |id| @type.field(id) }.reject(&:never_typed?)
            else
              [field]
            end
          end
          .uniq - [@field]
      end

      def looked_at = [@field] | @deciding

      # What can be shown to one kind of person, as find.
      def met(question, plan)
        return nil if conditions(plan, [@field]).empty? || @deciding.none? { |field| openable?(plan.slot_of(field.id)) }

        @plan = plan
        @unsure ||= plan.value_effects.bear_on?(conditions(plan, looked_at))
        base = @survey.engine.facts(question, {})
        stored = @survey.engine.feasible_under(plan, base).together(tests(plan, looked_at))
        @unsure ||= !stored.complete
        kinds(stored.found.keys).each do |(before, open), vectors|
          found = typed_on(question, base, vectors, before, open)
          return found if found
          return nil if spent?
        end
        nil
      end

      # Records on which the field is covered and something is open, by what is seen and what is open:
      # Hash of [visibility, Array of Catalogue::Field] to vectors.
      def kinds(vectors)
        vectors.group_by do |vector|
          seen = placed(looked_at, vector)
          [sight(seen), @deciding.select { |field| @plan.slot_of(field.id).decide(seen).open? }]
        end.reject { |(before, open), _| before == Access::Facets::SHOWN || open.empty? }
      end

      # Outcomes by index of the plan's tests. fields: whose tests they are.
      def placed(fields, vector)
        tests(@plan, fields).zip(vector).each_with_object([]) { |(index, outcome), found| found[index] = outcome }
      end

      # Can it be open at all, as far as can be told without a record?
      def openable?(slot) = slot.tests.any? || slot.decide([]).open?

      def tests(plan, fields) = fields.flat_map { |field| plan.slot_of(field.id).tests }.uniq
      def conditions(plan, fields) = tests(plan, fields).map { |index| plan.conditions[index] }

      # As find, for records on which the tests come to one of some vectors before anything is typed.
      def typed_on(question, base, vectors, before, open)
        @records += 1
        wanted = uncovered(base, before)
        return nil if wanted.empty?

        answer = typing(base, vectors, wanted, open)
        # One field where one will do.
        alone =
          answer.yes? && open.size > 1 && open.lazy.map { |field| typing(base, vectors, wanted, [field]) }.find(&:yes?)
        answer = alone || answer
        found = answer.yes? ? borne_out(question, answer.example) : nil
        @unsure ||= answer.kind == "undecided" || (answer.yes? && found.nil?)
        found
      end

      # Can the tests come from one of some vectors to one of those wanted, where nothing but some fields is typed?
      # A Conditions::Solver::Answer, calculated once for all people and units for whom it is the same question.
      def typing(base, vectors, wanted, fields)
        tests = conditions(@plan, looked_at)
        circumstances = base.circumstances(Conditions::Facts.circumstances_of(tests))
        @survey.once([:typing, @field.id, tests.map(&:identity), vectors, wanted, fields.map(&:id), circumstances]) do
          known = [coming_to(looked_at, vectors, opened: true), coming_to([@field], wanted)]
          Conditions::Solver::Satisfy.new(@type, "edit", base).decide(known + unchanged(fields))
        end
      end

      # Outcomes of the field's own tests that can happen and under which it is less covered.
      def uncovered(base, before)
        @survey
          .engine
          .feasible_under(@plan, base)
          .together(tests(@plan, [@field]))
          .found
          .keys
          .select { |vector| sight(placed([@field], vector)) < before }
      end

      # The condition that the tests of some fields come to one of some vectors. opened: as the form was opened?
      def coming_to(fields, vectors, opened: false)
        tests = conditions(@plan, fields)
        tests = tests.map { |test| Conditions::AtOpening.new(test) } if opened
        Conditions::Any.new(
          vectors
            .reject { |vector| vector.include?(nil) }
            .map do |vector|
              Conditions::All.new(tests.zip(vector).map { |test, outcome| outcome ? test : Conditions::Not.new(test) })
            end
        )
      end

      # That nothing was typed but into open fields.
      def unchanged(open)
        (held - open).map do |field|
          Conditions::Not.new(Conditions::Comparison.new("was_changed", Conditions::Operands::Entered.new(field)))
        end
      end

      # Fields that make a difference and hold a value of their own.
      def held
        read = conditions(@plan, looked_at).flat_map(&:fields).uniq
        (
          (read | read.flat_map { |id| @type.formulas.inputs_of(id) }).map { |id| @type.field(id) } | looked_at
        ).reject { |field| field.computed? && field.never_typed? }
      end

      def sight(seen) = @plan.slot_of(@field.id).decide(seen).state.visibility

      # The same decided from the question on, with a value to be seen: [Question, decisions], or nil.
      def borne_out(question, example)
        found = Decisions::ExampleQuestion.new(question, example).question
        held = filled(found.with(entered: {}))
        asked = held.with(entered: found.entered)
        before, after = [held, asked].map { |each| @survey.decide(each, looked_at) }
        unless after[@field.id].state.visibility < before[@field.id].state.visibility &&
               found.entered.keys.all? { |id| before[id].nil? || before[id].open? }
          return nil
        end

        [asked, after]
      end

      # There has to be something to see.
      def filled(question)
        return question unless question.stored[@field.id].nil?

        question.with(stored: question.stored.merge(@field.id => @field.kind.stand_in(@field)).compact)
      end
    end
  end
end
