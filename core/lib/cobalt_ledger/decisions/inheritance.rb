# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # What a record that was made from another carries with it: fields that a reference names are covered for a person
    # at least as the fields they come from are on the record referred to, as long as the reference stands there. The
    # record that is stored and the one on the screen count both, so that nothing opens by typing another.
    class Inheritance
      # References that are followed one after another.
      DEEP = 3

      # engine: Engine; question: Question; depth: how many references were followed to come here.
      def initialize(engine, question, depth)
        @engine = engine
        @question = question
        @depth = depth
        @references = question.record_type.fields.select { |field| field.inherits.any? && !field.retired? }
      end

      # Is there anything to follow?
      def any? = @references.any? && !@question.related.nil?

      # values: Hash of identifier to typed value, as they are. Yields [identifier, Access::State as which it is
      # covered, words] for every field that is covered by a record referred to.
      def each(values)
        @references.each do |field|
          numbers(field, values).each do |number|
            covers = covers(field, number)
            field.inherits.each { |own, source| yield own, covers.call(source), words(field) }
          end
        end
      end

      private

      def numbers(field, values)
        [values[field.id], Values.read(field, @question.stored[field.id])]
          .reject { |value| value.nil? || value.is_a?(Conditions::Unreadable) }.uniq
      end

      # Not by its number: who reads this may not be let see which record it is.
      def words(field) = "covered as on the record in #{field.name} names"

      # A lambda from a field of the record referred to, to the State as which it is covered. What can't be followed
      # covers.
      def covers(field, number)
        decision = @depth < DEEP ? source(field.refers_to, number) : nil
        return ->(_) { HIDDEN } if decision.nil? || !decision.action("open").allowed?

        ->(id) { decision[id]&.state || HIDDEN }
      end

      HIDDEN = Access::State.new(visibility: Access::Facets::HIDDEN)
      private_constant :HIDDEN

      def source(type_id, number)
        type = @engine.policy.record_type(type_id)
        values = type && @question.related.call(type_id, number) or return nil
        unit = @question.units&.call(type_id, number) || @question.unit
        @engine.decide(
          @question.with(record_type: type, unit: unit, mode: "view", form: nil, stored: values, entered: {},
                         locked: false, lifted: false),
          depth: @depth + 1
        )
      end
    end
  end
end
