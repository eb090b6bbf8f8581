# frozen_string_literal: true

module CobaltLedger
  module Commands
    # bin/ledger decide: the decision for one question.
    class DecideCommand < Command
      known_as "decide", order: 1
      says <<~TEXT
        decide          answers a question and prints the decision as JSON
          --policy FILE      policy document
          --directory FILE   directory document
          --question FILE    question: user, record_type, unit, mode, and as wanted channel, stored, entered
          --reasoning        adds the step-by-step account of every field
      TEXT

      def run
        policy = policy()
        question =
          in_file(needed("question")) do |text|
            Formats::QuestionJson.read(Formats::StrictJson.read(text), policy, directory)
          end
        engine = Decisions::Engine.new(policy, directory)
        print_json(
          Formats::DecisionJson.write(engine.decide(question, reasoning: options["reasoning"] || false), engine)
        )
      end
    end
  end
end
