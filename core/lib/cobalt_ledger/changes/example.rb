# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Makes of what the solver found a question that was decided under both policies and is answered differently.
    class Example
      # Examples looked at for one line.
      MOST = 20

      # halves: Array of Meeting::Half, nil where a policy does not know the field; id: of the field.
      def initialize(halves, id)
        @halves = halves
        @id = id
      end

      # found: Array of Hash of the keys of Operand#reads to typed values; answers: [Answer before, Answer after] that
      # they have to show. Returns a Decisions::Question, or nil.
      def of(found, answers)
        found.first(MOST).each do |example|
          variants(example).each do |variant|
            question = question(variant)
            return question if seen(question) == answers
          end
        end
        nil
      end

      # The [Answer before, Answer after] that a question shows, nil where they do not differ to be seen.
      def seen(question)
        decisions = @halves.map { |half| half && half.side.engine.decide(put(half, question)) }
        answers = @halves.zip(decisions).map do |half, decision|
          half && Answer.new(
            decision.plan, half.field, decision.outcomes, decision.question.form, decision.settled.facts.hand
          )
        end
        differ?(answers, decisions) ? answers : nil
      end

      # The question about a concrete record.
      def question(example) = Decisions::ExampleQuestion.new(@halves.compact.last.question, example).question

      private

      # The same of one policy: its own record type, form and people. Attributes that the example gives stay.
      def put(half, question)
        given = @halves.compact.last.question.principals
        people = question.principals.equal?(given) ? half.question.principals : question.principals
        question.with(record_type: half.question.record_type, form: :own, principals: people)
      end

      # Values that two rules write may happen to be the same, or what is there already.
      def differ?(answers, decisions)
        return true if answers.any?(&:nil?)
        return true if answers.map { |each| [each.state, each.refused, each.shown] }.uniq.size > 1

        # What is calculated is told of with what it is calculated from.
        computed = @halves.any? { |half| half.field.family == :number && half.field.computed? }
        met = decisions.map do |each|
          [computed ? nil : each.values[@id], offers(each), each.cleared_at_once.include?(@id)]
        end
        met.uniq.size > 1
      end

      def offers(decision)
        decision.offers.select { |offer| offer.field.id == @id }.map { |offer| [offer.value, offer.note] }
      end

      # The example, and the same with something else in the field itself, where that is not what the conditions ask.
      def variants(example)
        field = @halves.compact.last.field
        return [example] if field.id.include?("/")

        made_up = field.kind.stand_in(field)
        rest = example.except([:entered, @id], [:stored, @id])
        others = [rest]
        others << rest.merge([:entered, @id] => field.parse(made_up)) unless made_up.nil? || field.never_typed?
        [example, *others].uniq
      end
    end
  end
end
