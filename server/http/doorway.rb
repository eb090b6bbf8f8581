# frozen_string_literal: true

module Server
  # Stands before the application: what can't be read as a request at all is answered here, with a problem document,
  # and no body is ever taken for a form. So the application only meets addresses and queries that are text.
  class Doorway
    # Longest query, in bytes, and the parameters it may hold.
    QUERY_LIMIT = 32 * 1024
    PARAMETER_LIMIT = 100

    # What may be asked of pages; the API has its contract.
    PAGE_METHODS = %w[GET HEAD].freeze

    def initialize(app) = @app = app

    # As a Rack application.
    def call(env)
      check_path(env)
      read_query(env)
      # Bodies are JSON or nothing; Rack would otherwise read forms and files out of them before anyone has signed in.
      env[Rack::RACK_REQUEST_FORM_HASH] = {}
      env[Rack::RACK_REQUEST_FORM_PAIRS] = []
      # One connection for all that a request asks of the database, given back at its end.
      ActiveRecord::Base.with_connection { @app.call(env) }
    rescue Problem => e
      answer(env, e)
    rescue StandardError => e
      trouble = DatabaseTrouble.problem(e)
      Log.defect(e) unless trouble
      answer(env, trouble || Problem.defect)
    end

    private

    # Leaves the address in its normal form.
    def check_path(env)
      path = env[Rack::PATH_INFO].to_s
      if path.match?(/%(?!\h\h)/n)
        raise Problem.new(400, "bad-address", "The address contains an incomplete percent escape")
      end

      plain = Rack::Utils.unescape_path(path)
      unless plain.force_encoding(Encoding::UTF_8).valid_encoding? &&
             path.dup.force_encoding(Encoding::UTF_8).valid_encoding?
        raise Problem.new(400, "not-utf8", "The address is not UTF-8")
      end
      raise Problem.new(400, "bad-address", "The address contains a NUL character") if plain.include?("\0")

      env[Rack::PATH_INFO] = normal(path)
      if env[Rack::PATH_INFO].start_with?("/api/", "/access/", "/scim/") || PAGE_METHODS.include?(env[Rack::REQUEST_METHOD])
        return
      end

      raise Problem.new(
        405,
        "no-such-route",
        "There is nothing to #{env[Rack::REQUEST_METHOD].to_s.scrub[0, 20]} at this address"
      )
    end

    # The address in the one form in which all that follows looks at it: what needs no escape is not escaped (RFC 3986,
    # section 6.2.2). Otherwise what guards an address could miss what answers it, as of /%61pi.
    def normal(path)
      path.gsub(/%\h\h/n) do |escape|
        plain = escape[1..].hex.chr
        plain.match?(/[A-Za-z0-9._~-]/n) ? plain : escape.upcase
      end
    end

    # Reads the query flat, as the contract knows it: name to text, or to a list where a name comes twice.
    def read_query(env)
      text = env[Rack::QUERY_STRING].to_s
      if text.bytesize > QUERY_LIMIT
        raise Problem.new(400, "bad-query", "The query is longer than #{QUERY_LIMIT} bytes")
      end
      if text.count("&") >= PARAMETER_LIMIT
        raise Problem.new(400, "bad-query", "The query has more than #{PARAMETER_LIMIT} parameters")
      end
      if text.match?(/%(?!\h\h)/n)
        raise Problem.new(400, "bad-query", "The query contains an incomplete percent escape")
      end

      query = Rack::Utils.parse_query(text)
      unless query.flatten(2).compact.all? { |part| part.to_s.valid_encoding? }
        raise Problem.new(400, "not-utf8", "The query is not UTF-8")
      end

      env[Rack::RACK_REQUEST_QUERY_STRING] = text
      env[Rack::RACK_REQUEST_QUERY_HASH] = query
    rescue ArgumentError, RangeError, Rack::QueryParser::ParameterTypeError, Rack::QueryParser::InvalidParameterError
      raise Problem.new(400, "bad-query", "The query can't be read")
    end

    def answer(env, problem)
      return ProvisioningDoor.problem(problem) if env[Rack::PATH_INFO].to_s.start_with?(ProvisioningDoor::PATH)

      body = env[Rack::REQUEST_METHOD] == "HEAD" ? [] : [JSON.generate(problem.to_h)]
      [problem.status, { "content-type" => "application/problem+json" }.merge(problem.headers), body]
    end
  end
end
