# frozen_string_literal: true

module Server
  # Answers programs that ask for decisions, before all else of the application: they ask often, and nothing that pages
  # need is needed for them. What is asked is checked against the contract like everything.
  class AccessDoor
    PATH = "/access/v1/"

    # What is asked at each address.
    ANSWERS = {
      "evaluation" => ->(asked) { asked.evaluation.of(asked.sent) },
      "evaluations" => ->(asked) { AccessEvaluations.new(asked.evaluation, asked.sent).to_h },
      "search/subject" => ->(asked) { asked.search.subjects },
      "search/resource" => ->(asked) { asked.search.resources },
      "search/action" => ->(asked) { asked.search.actions }
    }.freeze

    # Answers of the last second. Programs ask the same again and again, and while nothing has been written, from the
    # same address and within one second, the answer is the same.
    REMEMBERED = CobaltLedger::Memory.new(1_000)

    # Bytes of questions and answers that are worth remembering.
    WORTH = 8_192

    # One request.
    class Asked
      include RequestHelp

      attr_reader :request, :sent

      # env: Rack environment.
      def initialize(env)
        @request = Rack::Request.new(env)
      end

      def evaluation = @evaluation ||= AccessEvaluation.new(token, client_address)
      def search = AccessSearch.new(evaluation, token, sent)

      # The block answers it, once it is known who asks and that the question is one. Returns a Rack response.
      def answered
        find_operation
        enter_program
        text = known do
          check_contract
          JSON.generate(plain(yield(self)))
        end
        [200, headers, [text]]
      end

      private

      # AuthZEN, section 10.1.2, knows no other status for a question that is none.
      def unfit = 400

      # All that an answer depends on is in the key; a refusal is raised, and not remembered.
      def known
        return yield unless request.query_string.empty? && body_text.bytesize <= WORTH

        key = [@mark, Time.now.to_i, token.id, client_address, request.path_info, body_text]
        REMEMBERED[key] || yield.tap { |text| REMEMBERED.keep(key, text) if text.bytesize <= WORTH }
      end

      # A request that names itself is answered under the same name (AuthZEN, section 10.1.3).
      def headers
        named = request.env["HTTP_X_REQUEST_ID"]
        known = named&.match?(/\A[\x21-\x7E]{1,200}\z/) ? { "x-request-id" => named } : {}
        { "content-type" => "application/json", "cache-control" => "no-store" }.merge(known)
      end
    end

    def initialize(app) = @app = app

    # As a Rack application.
    def call(env)
      path = env[Rack::PATH_INFO].to_s
      answer = env[Rack::REQUEST_METHOD] == "POST" && path.start_with?(PATH) && ANSWERS[path.delete_prefix(PATH)]
      return @app.call(env) unless answer

      Asked.new(env).answered(&answer)
    rescue CobaltLedger::BadInput => e
      raise Problem.from_bad_input(e, 400)
    end
  end
end
