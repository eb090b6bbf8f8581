# frozen_string_literal: true

# An identity provider as RFC 7643 and RFC 7644 have it, and no more: it knows nothing of the server but its address and
# its token. What every answer must hold by those RFCs is checked at each.
class ScimClient
  MESSAGES = "urn:ietf:params:scim:api:messages:2.0"
  USER = "urn:ietf:params:scim:schemas:core:2.0:User"
  GROUP = "urn:ietf:params:scim:schemas:core:2.0:Group"
  ENTERPRISE = "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User"

  # status: Integer; body: Hash or nil; headers: Hash of lower-case names.
  Reply = Struct.new(:status, :body, :headers) do
    def [](name) = body[name]
    def id = body["id"]
    def etag = headers["etag"]
  end

  # The block sends: it is given verb, address below the base, headers and a text or nil, and gives [status, headers,
  # text].
  def initialize(token, &send)
    @token = token
    @send = send
  end

  def ask(verb, path, document = nil, **headers)
    sent = { "authorization" => "Bearer #{@token}", "accept" => "application/scim+json" }
    sent["content-type"] = "application/scim+json" if document
    status, found, text = @send.call(verb, path, sent.merge(headers.transform_keys(&:to_s)),
                                     document && JSON.generate(document))
    headers = found.to_h.transform_keys(&:downcase)
    Reply.new(status, text.to_s.empty? ? nil : JSON.parse(text), headers).tap { |reply| check(verb, path, reply) }
  end

  def get(path, **headers) = ask("GET", path, **headers)

  # What a filter finds: Array.
  def find(path, filter, **more)
    query = URI.encode_www_form(more.merge(filter: filter))
    get("#{path}?#{query}")["Resources"]
  end

  def create(path, document)
    ask("POST", path, { "schemas" => [path == "/Users" ? USER : GROUP] }.merge(document))
  end

  # operations: Array of Hash.
  def patch(path, *operations, **headers)
    ask("PATCH", path, { "schemas" => ["#{MESSAGES}:PatchOp"], "Operations" => operations }, **headers)
  end

  def bulk(*operations, **more)
    ask("POST", "/Bulk", { "schemas" => ["#{MESSAGES}:BulkRequest"], "Operations" => operations }.merge(more))
  end

  private

  def check(verb, path, reply)
    status, body, headers = reply.to_a
    raise "a defect at #{verb} #{path}: #{body}" if status >= 500 && status != 501
    return expect_error(reply) if status >= 400
    return raise_unless(body.nil?, "a body with #{status}") if [204, 304].include?(status)

    raise_unless(headers["content-type"].to_s.start_with?("application/scim+json"), "no SCIM: #{headers}")
    raise_unless(body["schemas"].is_a?(Array) && body["schemas"].any?, "no schemas: #{body}")
    return unless body["id"] && body["meta"]&.fetch("resourceType", nil).to_s.match?(/User|Group/)

    # RFC 7644, sections 3.3 and 3.14; RFC 7643, section 3.1.
    address = body["meta"]["location"].to_s
    raise_unless(address.end_with?("#{path[%r{/\w+}]}/#{body['id']}"), "location: #{address}")
    raise_unless(headers["etag"] == body["meta"]["version"], "ETag: #{headers}") if headers["etag"]
    raise_unless(headers["location"] == body["meta"]["location"], "Location: #{headers}") if status == 201
  end

  # RFC 7644, section 3.12.
  def expect_error(reply)
    raise_unless(reply.body["schemas"] == ["#{MESSAGES}:Error"] && reply.body["status"] == reply.status.to_s &&
                 reply.body["detail"].to_s.size > 5, "no error of SCIM: #{reply.body}")
  end

  def raise_unless(good, words) = good || raise("against RFC 7644: #{words}")
end
