# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # In which modes a field is met: those in which it is not hidden, or not always. An action is met in the modes that
    # ask for it.
    class ModesMet
      # question: Question, whatever its principals and mode.
      def initialize(engine, question)
        @engine = engine
        @question = question
      end

      # subjects: Array of Catalogue::Field, Action or WholeRecord; people: Array of Directory::Principals. Modes in
      # which some of them meet some of the subjects, in the order of the space: Array of String. A mode in which it
      # can't be decided counts as one.
      def of(subjects, people)
        Space::MODES.keys.select do |mode|
          asked = subjects.select { |each| each.asked_in?(mode) }
          people.any? { |principals| asked.any? { |subject| met?(subject, mode, principals) } }
        end
      end

      # Does someone meet a subject in a mode, on some record? What can't be decided counts as yes.
      def met?(subject, mode, principals)
        return true unless @question.record_type.field(subject.id)

        outcomes, complete = search(mode, principals).of(subject.id)
        !complete || outcomes.any? { |outcome| !outcome.decision.hidden? }
      end

      private

      def search(mode, principals)
        @searches ||= {}
        @searches[[mode, principals]] ||=
          @engine.feasible(@engine.while_open(@question.with(mode: mode, principals: principals, form: :own)))
      end
    end
  end
end
