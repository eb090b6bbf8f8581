# frozen_string_literal: true

module CobaltLedger
  module Expectations
    # One question, with the answer it must get: levels of fields and actions, or that a save is refused.
    class Asked
      # document: of the expectation; engine: Decisions::Engine; at: Time.
      def initialize(document, engine, at, _survey)
        @document = document
        @engine = engine
        @at = at
        @faults = FaultList.new
      end

      # A Verdict. Raises BadInput where what is asked about is not present.
      def verdict
        levels = levels_expected
        question = question()
        @faults.raise_if_any!
        unmet = @document["question"]["any_record"] ? whatever(question, levels) : decided(question, levels)
        told(question, unmet)
      end

      private

      def told(question, unmet)
        open, wrong = unmet.partition { |each| each[:open] }
        found = wrong.find { |each| each[:example] } || wrong.first
        example = found && (found[:example] || question)
        Verdict.new(
          expectation: @document, status: status(wrong, open), words: (wrong + open).map { |each| each[:words] },
          example: example&.to_h, lines: found && found[:lines]
        )
      end

      def status(wrong, open)
        return "fails" if wrong.any?

        open.any? ? "undecided" : "holds"
      end

      # Hash of the subject to the Array of levels that will do.
      def levels_expected
        type = @engine.policy.record_type(@document["question"]["record_type"]) or return {}
        answer = @document["answer"]
        actions = (answer["actions"] || {}).transform_keys { |key| Catalogue::Action.id(key) }
        (answer["levels"] || {}).merge(actions).filter_map do |id, levels|
          subject = type.subject(id)
          next [subject, Array(levels)] if subject

          @faults.add("/answer/levels/#{id}", "#{type.name} has no field “#{id}”")
          nil
        end.to_h
      end

      def question
        asked = @document["question"].except("any_record")
        at = asked["at"] ? {} : { "at" => @at.iso8601 }
        Formats::QuestionJson.read(asked.merge(at), @engine.policy, @engine.directory, shaped: true)
      rescue BadInput => e
        e.faults.each { |fault| @faults.add("/question#{fault.pointer}", fault.message) }
        nil
      end

      # What of the answer is not as expected: Array of {:words, :example, :lines, :open}.
      def decided(question, levels)
        found = Decisions::TypedForm.new(@engine, question).decision.everything
        wrong = levels.filter_map do |subject, wanted|
          level = found[subject.id]&.level
          { words: words(subject, wanted, level) } unless wanted.include?(level)
        end
        wrong + refusal(question)
      end

      def refusal(question)
        expected = @document["answer"]["refused"]
        return [] if expected.nil?

        verdict = Decisions::Saving.new(@engine).judge(question.with(entered: {}), question.entered)
        return [] if verdict.accepted != expected

        words = verdict.refusals.map(&:words).first(3).join("; ")
        [{ words: expected ? "a save is accepted" : "a save is refused: #{words}" }]
      end

      # The same whatever the record holds, and whether it is locked as a whole or not.
      def whatever(question, levels)
        search = @engine.feasible(question)
        levels.flat_map do |subject, wanted|
          outcomes, complete = search.of(subject.id)
          wrong = outcomes.reject { |outcome| wanted.include?(outcome.decision.level) }
          next [shown(question, search, subject, wanted, wrong.first)] if wrong.any?

          complete ? [] : [{ words: "#{subject.name}: not every record could be checked", open: true }]
        end
      end

      def shown(question, search, subject, wanted, outcome)
        example = Decisions::ExampleQuestion.new(question, search.telling_example(subject.id, outcome))
        { words: words(subject, wanted, outcome.decision.level), example: example.question,
          lines: example.lines(@engine.directory) }
      end

      def words(subject, wanted, level)
        names = Access::State::LEVEL_NAMES
        expected = wanted.map { |each| names.fetch(each).downcase }.join(" or ")
        "#{subject.name} is #{level ? names.fetch(level).downcase : 'not present'}, not #{expected}"
      end
    end
  end
end
