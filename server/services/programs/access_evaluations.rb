# frozen_string_literal: true

module Server
  # Answers several questions at once (OpenID AuthZEN Authorization API 1.0, section 7): what the request says once
  # counts for every question that does not say it itself.
  class AccessEvaluations
    PARTS = %w[subject action resource context].freeze

    # Where answering ends before the last question: the answer that ends it.
    SEMANTICS = { "execute_all" => nil, "deny_on_first_deny" => false, "permit_on_first_permit" => true }.freeze

    # evaluation: AccessEvaluation; sent: the request.
    def initialize(evaluation, sent)
      @evaluation = evaluation
      @sent = sent
    end

    # {"evaluations" => [...]}; without a list, the answer to the one question of the request.
    def to_h
      list = @sent["evaluations"]
      return one(@sent) if list.nil? || list.empty?

      last = SEMANTICS.fetch(@sent.dig("options", "evaluations_semantic") || "execute_all")
      answers = []
      list.each do |each|
        answers << alone(@sent.slice(*PARTS).merge(each.slice(*PARTS)))
        break if !last.nil? && answers.last["decision"] == last
      end
      { "evaluations" => answers }
    end

    private

    def one(asked)
      missing = %w[subject action resource].find { |part| !asked[part] }
      raise CobaltLedger::BadInput.at("/#{missing}", "is missing") if missing

      @evaluation.of(asked)
    end

    # One that makes no sense spoils none of the others.
    def alone(asked)
      one(asked)
    rescue CobaltLedger::BadInput => e
      failed(400, e.message)
    rescue Problem => e
      failed(e.status, e.message)
    end

    def failed(status, message)
      { "decision" => false, "context" => { "error" => { "status" => status, "message" => message } } }
    end
  end
end
