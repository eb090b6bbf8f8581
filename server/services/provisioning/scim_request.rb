# frozen_string_literal: true

module Server
  # Answers one request of an identity provider (RFC 7644).
  class ScimRequest
    Fault = CobaltLedger::Provisioning::Fault
    Schemas = CobaltLedger::Provisioning::Schemas
    WRITING = %w[POST PUT PATCH DELETE].freeze
    SEARCH = "urn:ietf:params:scim:api:messages:2.0:SearchRequest"

    # status: Integer; document: Hash, or nil; headers: Hash.
    Answer = Struct.new(:status, :document, :headers)

    # path: below /scim/v2, without a slash at its end; query: Hash; document: as sent, or nil; headers: of the request,
    # "if-match" and "if-none-match".
    def initialize(provider, verb, path, query, document, headers)
      @run = PushRun.for(provider)
      @verb = verb
      @parts = path.split("/").reject(&:empty?).map { |part| Rack::Utils.unescape_path(part) }
      @query = query
      @document = document
      @headers = headers
    end

    # Answer. Raises Fault.
    def answer
      first, id, *more = @parts
      raise nothing_here if more.any?

      kind = Schemas::KINDS.find { |each| each.path == first }
      return of_kind(kind, id) if kind

      case first
      when "ServiceProviderConfig" then read { id ? raise(nothing_here) : ScimDocuments.config }
      when "ResourceTypes" then read { one_of(ScimDocuments.types, id) }
      when "Schemas" then read { one_of(ScimDocuments.schemas, id) }
      when "Bulk" then only("POST") { Answer.new(200, ScimBulk.new(@run, @document).to_h, {}) }
      when "Me" then raise Fault.new(nil, "A token stands for no person", status: 501)
      else raise nothing_here
      end
    end

    private

    def nothing_here = Fault.new(nil, "There is nothing at this address", status: 404)

    def only(verb)
      return yield if @verb == verb

      raise Fault.new(nil, "#{@verb} is not possible here", status: 405)
    end

    def read = only("GET") { Answer.new(200, yield, {}) }

    # Filters are not for these (RFC 7644, section 4).
    def one_of(all, id)
      raise Fault.new(nil, "Filters can’t be used here", status: 403) if @query["filter"]
      return ScimDocuments.list(all) unless id

      all.find { |each| each["id"] == id } || raise(nothing_here)
    end

    def of_kind(kind, id)
      return only("POST") { found(kind, searched) } if id == ".search"
      return found(kind, @query) if @verb == "GET" && id.nil?
      return one(kind, id) if @verb == "GET"
      raise Fault.new(nil, "#{@verb} is not possible here", status: 405) if (@verb == "POST") != id.nil?

      write(kind, id)
    end

    def searched
      unless @document.is_a?(Hash) && Array(@document["schemas"]).any? { |urn| urn.to_s.casecmp?(SEARCH) }
        raise Fault.new("invalidSyntax", "A search holds “schemas” with #{SEARCH}")
      end

      @document
    end

    def found(kind, asked) = Answer.new(200, ScimListing.new(ScimShelf.new(@run.desk, kind), asked).to_h, {})

    def one(kind, id)
      shelf = ScimShelf.new(@run.desk, kind)
      shelf.there!(id)
      resource = shelf.resource(id)
      version = resource["meta"]["version"]
      known = @headers["if-none-match"].to_s.split(",").map(&:strip)
      return Answer.new(304, nil, { "etag" => version }) if known.intersect?(["*", version])

      Answer.new(200, selection(kind).of(resource), { "etag" => version })
    end

    def write(kind, id)
      # What is asked for wrongly is told before anything is done.
      selection = selection(kind)
      writing = ScimWriting.new(@verb, kind, id, @document, @headers["if-match"])
      made, desk = @run.run(writing.words) { |desk, left_out| writing.on(desk, left_out) }
      return Answer.new(204, nil, {}) if @verb == "DELETE"

      resource = ScimShelf.new(desk, kind).resource(made)
      meta = resource["meta"]
      Answer.new(@verb == "POST" ? 201 : 200, selection.of(resource),
                 { "etag" => meta["version"], "location" => meta["location"] })
    end

    def selection(kind)
      names = @query.values_at("attributes", "excludedAttributes").map { |each| each && Array(each).join(",") }
      CobaltLedger::Provisioning::Selection.new(kind, *names)
    end
  end
end
