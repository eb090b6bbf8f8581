# frozen_string_literal: true

# Speaks to the API as a browser would, and holds every answer against the contract.
module ApiClient
  include Rack::Test::Methods

  def app = Server::Application

  # Signs in and keeps the CSRF token.
  def sign_in(login, password: Server::DemoData::PASSWORD)
    clear_cookies
    @csrf = nil
    call(:post, "/api/session", { login: login, password: password })
    @csrf = answer["csrf"]
    last_response.status
  end

  # Sends a request; body: a document, or a String to send as it is. Returns the status.
  def call(method, path, body = nil, if_match: nil, csrf: @csrf, type: "application/json")
    env = { "CONTENT_TYPE" => type, "HTTP_X_CSRF_TOKEN" => csrf, "HTTP_IF_MATCH" => if_match }.compact
    text = body.nil? || body.is_a?(String) ? body : JSON.generate(body)
    custom_request(method.to_s.upcase, path, {}, env.merge(text ? { input: text } : {}))
    hold_against_contract(method, path)
    last_response.status
  end

  def answer = JSON.parse(last_response.body)

  # Faults of a problem document as "pointer: message".
  def told = (answer["faults"] || []).map { |fault| "#{fault['pointer']}: #{fault['message']}" }

  def import(kind, content, apply: true, **options)
    body = { kind: kind, content: [content].pack("m0") }.merge(options)
    status = call(:post, "/api/imports/preview", body)
    @preview = answer
    return status unless apply && status == 200

    call(:post, "/api/imports", body.merge(token: @preview["token"]))
  end

  # A rule document for the outgoing loan, with what an example is about.
  def rule(**more)
    {
      "title" => "Purposes hold",
      "kind" => "ordinary",
      "record_type" => "outgoing-loan",
      "targets" => {
        "fields" => ["purpose"]
      },
      "audience" => {
        "any" => [{ "role" => "loans-officer" }]
      },
      "effects" => [{ "effect" => "lock" }]
    }.merge(more.transform_keys(&:to_s))
  end

  def add_rule(**more)
    call(:post, "/api/rules", { rule: rule(**more) })
    answer
  end

  # Has the change set signed by those who may, as if they had read it.
  def sign
    set = Server::ChangeSet.current
    Server::Account.where(login: %w[yusuf zora]).find_each do |account|
      set.approvals.create!(verdict: "approved", digest: set.digest, account_id: account.id, name: account.name)
    end
  end

  def publish(signed: false)
    sign if signed
    call(:get, "/api/change-set")
    call(:post, "/api/change-set/publish", { revision: answer["revision"], note: "For the example" })
  end

  private

  def hold_against_contract(method, path)
    operation = Server::Contract.instance.operation(method.to_s, path.split("?").first)
    return if operation.nil? || last_response.content_type.to_s.start_with?("text/csv")

    status = last_response.status
    raise "a defect (500) at #{method} #{path}" if status == 500

    # What any request may meet before its own operation looks at it.
    general = [400, 401, 403, 410, 413, 415, 422, 429, 503, 507]
    schema_status = operation.spec["responses"].key?(status.to_s) || !general.include?(status) ? status : nil
    errors = schema_status ? Server::Contract.instance.response_errors(operation, status, answer) : problem_errors
    raise "#{method} #{path} answered #{status} against the contract: #{errors.first(3).join('; ')}" if errors.any?
  end

  def problem_errors
    %w[type title status detail].reject { |member| answer.key?(member) }.map { |member| "lacks #{member}" }
  end
end
