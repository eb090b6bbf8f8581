# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # A form as someone meets it while they type: what of the typing counts, and what is decided with that.
    class TypedForm
      # start: Decision before anything was typed; typing: Typing; decision: Decision with what counts of the typing.
      attr_reader :start, :typing, :decision

      # question: Question with what was typed as its entered values, all of known fields; start: the Decision before
      # anything was typed, where it is there already.
      def initialize(engine, question, start: nil)
        @start = start || engine.decide(question.with(entered: {}))
        @typing = Typing.new(engine, @start, question.entered)
        @decision = @typing.decision
      end
    end
  end
end
