# frozen_string_literal: true

module Server
  # Answers identity providers, before all else of the application: they speak SCIM 2.0 (RFC 7644), which says itself
  # what is asked and how it is answered, faults too.
  class ProvisioningDoor
    PATH = "/scim/v2"
    TYPE = "application/scim+json"
    TAKEN = ["application/scim+json", "application/json"].freeze
    Fault = CobaltLedger::Provisioning::Fault

    class << self
      # A Problem in the words of the standard, as a Rack response.
      def problem(problem)
        respond(problem.status, Fault.new(nil, problem.message, status: problem.status).to_h, problem.headers)
      end

      # A Rack response. document: Hash, or nil for none.
      def respond(status, document, headers)
        body = document.nil? ? [] : [JSON.generate(CobaltLedger::CanonicalJson.plain(document))]
        type = document.nil? ? {} : { "content-type" => TYPE }
        [status, { "cache-control" => "no-store", **type }.merge(headers), body]
      end
    end

    def initialize(app) = @app = app

    # As a Rack application.
    def call(env)
      path = env[Rack::PATH_INFO].to_s
      return @app.call(env) unless path == PATH || path.start_with?("#{PATH}/")

      told(env, path.delete_prefix(PATH))
    end

    private

    # What goes wrong is told in the words of the standard.
    def told(env, path)
      answered(env, path)
    rescue Fault => e
      self.class.respond(e.status, e.to_h, {})
    rescue Problem => e
      self.class.problem(e)
    ensure
      Current.reset
    end

    def answered(env, path)
      request = Rack::Request.new(env)
      provider = provider(env)
      Current.reset
      Current.asked_by_provider(provider)
      verb = request.request_method
      # The process beside this one works out what a change opens; reading takes no time.
      return relayed(env, provider) if relay?(verb, path)

      answer = ScimRequest.new(provider, verb, path, request.GET, document(request, verb), headers(env)).answer
      self.class.respond(answer.status, answer.document, answer.headers)
    end

    def provider(env) = Provider.of(Bearer.secret(env)) || raise(Bearer.refused)

    def relay?(verb, path)
      ScimRequest::WRITING.include?(verb) && !path.end_with?("/.search") && Heavy::Setting.relay && !Heavy::Setting.inside
    end

    def relayed(env, provider)
      answer = Heavy::Setting.relay.ask(env, "provider-#{provider.id}", ScimDocuments::BYTES)
      [answer.status, answer.headers, [answer.body]]
    end

    # What was sent, as JSON; nil where nothing is sent.
    def document(request, verb)
      return nil unless ScimRequest::WRITING.include?(verb) && verb != "DELETE"
      raise Fault.new(nil, "Send application/scim+json", status: 415) unless TAKEN.include?(request.media_type)

      text = request.body&.read(ScimDocuments::BYTES + 1).to_s
      if text.bytesize > ScimDocuments::BYTES
        raise Fault.new(nil, "The request is larger than #{ScimDocuments::BYTES} bytes", status: 413)
      end

      CobaltLedger::Formats::StrictJson.read(text)
    rescue CobaltLedger::BadInput => e
      raise Fault.new("invalidSyntax", e.faults.map(&:message).join("; "))
    end

    def headers(env) = { "if-match" => env["HTTP_IF_MATCH"], "if-none-match" => env["HTTP_IF_NONE_MATCH"] }
  end
end
