# frozen_string_literal: true

module Server
  # What every route needs: the body, the account, the answer.
  module RequestHelp
    COOKIE = "cobalt_session"
    # The checked JSON body.
    def sent = @sent ||= {}

    # Who asks: Account, or nil before they have signed in, and where a program asks.
    def account = @session&.account

    # The Token of the program that asks, or nil where a person does.
    attr_reader :token

    # The name under which the user who asks is written down.
    def author = token ? token.name : account.name

    # The address the request comes from, or nil when it can't be decided.
    def client_address = ClientAddress.of(request.env)

    # What the user who asks may see of stored records.
    def sight = @sight ||= Sight.new(account.person, network: client_address)

    # The policy state a request asks for, as PolicyStore#compiled takes it; "in_force" where it names none.
    def policy_state = PolicyStore.instance.compiled(params["state"] || "in_force")

    # Raises unless someone is signed in and may do it. ability: :read, :edit, :publish or :import.
    def allow!(ability)
      # What a program may do, its contract and its token say.
      return if token && ability == :record

      signed_in!
      return if account.may?(ability)

      raise Problem.new(403, "not-allowed", "As #{account.access.tr('_', ' ')} you can’t do this")
    end

    # Stops with 401 where no one is signed in.
    def signed_in!
      raise Problem.new(401, "sign-in", "Sign in to continue") unless account || (token && @operation.programs?)
    end

    # The ETag a change starts from. Raises 428 when the client names none.
    def if_match!
      request.env["HTTP_IF_MATCH"] or
        raise Problem.new(428, "no-version", "Send If-Match with the ETag you started from")
    end

    # Answers with a document. status: Integer.
    def json(document, status = 200)
      content_type "application/json"
      halt status, JSON.generate(plain(document))
    end

    def problem(problem)
      content_type "application/problem+json"
      headers problem.headers
      halt problem.status, JSON.generate(plain(problem.to_h))
    end

    def page = (params["page"] || 1).to_i.clamp(1, 1_000_000)

    # Rows a page, as asked for: 1 to 1,000.
    def per_page = (params["per_page"] || 100).to_i.clamp(1, 1000)

    # One page of an Array.
    def paged(items, name = "items")
      {
        name => items.slice((page - 1) * per_page, per_page) || [], "total" => items.size, "page" => page,
        "per_page" => per_page
      }
    end

    private

    # Exact numbers leave as JSON numbers.
    def plain(document) = CobaltLedger::CanonicalJson.plain(document)

    # The status of what can be read, and is not what was asked for (RFC 9110, section 15.5.21).
    def unfit = 422

    # Finds the operation in the contract.
    def find_operation
      contract = Contract.instance
      @operation = contract.operation(request.request_method, request.path_info)
      return if @operation

      raise Problem.new(
        contract.path?(request.path_info) ? 405 : 404,
        "no-such-route",
        "There is nothing at #{request.request_method} #{request.path_info}"
      )
    end

    # Who asks comes before what is asked: nothing of a body is read for someone who is not signed in, but what little
    # signing in takes.
    def enter
      Current.reset
      Current.change_set = Chosen.change_set(request.env)
      return enter_program if request.env["HTTP_AUTHORIZATION"] || @operation.programs_only?

      @session = Session.of(request.cookies[COOKIE], in_use: !@operation.quiet?)
      Current.asked_by(account)
      unless @operation.public?
        signed_in!
        allow!(@operation.ability) if @operation.ability
      end
      check_csrf
    end

    # A program shows its token (RFC 6750), and is admitted to what the contract has for programs. A session that comes
    # with it counts for nothing.
    def enter_program
      return if @operation.public?

      secret = Bearer.secret(request.env)
      # Taken before anything is read: what is remembered under it can't be older.
      @mark = WriteMark.now
      @token = Token.of(secret, @mark)
      raise Bearer.refused unless token

      Current.asked_by_program(token)
      return if @operation.programs?

      raise Problem.new(403, "not-for-programs", "Programs can’t use this. Sign in as a person.")
    end

    # Has the process beside the server answer, where there is one.
    def relay
      return if Heavy::Setting.relay.nil? || Heavy::Setting.inside

      answer = Heavy::Setting.relay.ask(request.env, token ? "token-#{token.id}" : @session.account_id,
                                        @operation.body_limit)
      headers answer.headers
      halt answer.status, answer.body
    end

    # Checks query and body against the contract.
    def check_contract
      contract = Contract.instance
      contract.check_query!(@operation, request.GET)
      return unless contract.body?(@operation)

      @sent = CobaltLedger::Formats::StrictJson.read(body_text)
      contract.check_body!(@operation, @sent)
    rescue CobaltLedger::BadInput => e
      raise Problem.from_bad_input(e, @sent.nil? ? 400 : unfit)
    end

    # What was sent, read once. Raises Problem where it is not said to be JSON or is too much.
    def body_text
      @body_text ||= begin
        limit = @operation.body_limit
        raise Problem.new(415, "not-json", "Send application/json") unless request.media_type == "application/json"
        raise too_large(limit) if request.content_length.to_i > limit

        text = request.body&.read(limit + 1).to_s
        raise too_large(limit) if text.bytesize > limit

        text
      end
    end

    def too_large(limit) = Problem.new(413, "too-large", "The request is larger than #{limit} bytes")

    # A change needs the token that only this site's own pages know.
    def check_csrf
      return if %w[GET HEAD].include?(request.request_method) || @session.nil?
      return if Rack::Utils.secure_compare(request.env["HTTP_X_CSRF_TOKEN"].to_s, @session.csrf)

      raise Problem.new(403, "csrf", "The page is out of date. Reload it and try again.")
    end
  end
end
