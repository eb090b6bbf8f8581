# frozen_string_literal: true

module Server
  # One change of one resource, on a desk (RFC 7644, sections 3.3, 3.5 and 3.6).
  class ScimWriting
    Fault = CobaltLedger::Provisioning::Fault

    # verb: "POST", "PUT", "PATCH" or "DELETE"; id: identifier, nil for POST; document: as sent, nil for DELETE;
    # etag: of If-Match, or nil.
    def initialize(verb, kind, id, document, etag = nil)
      @verb = verb
      @kind = kind
      @id = id
      @document = document
      @etag = etag
    end

    # What it is, in words: "PATCH Users/asha.brandt".
    def words = [@verb, [@kind.path, @id].compact.join("/")].join(" ")

    # desk: CobaltLedger::Provisioning::Desk, which changes only where nothing is wrong; left_out: Array that takes
    # names of attributes. Returns the identifier. Raises Fault.
    def on(desk, left_out)
      try = desk.dup
      as_expected!(ScimShelf.new(try, @kind)) if @id
      resources = CobaltLedger::Provisioning::Resources.new(try, @kind, Time.now)
      id = written(resources)
      left_out.concat(resources.left_out - left_out)
      desk.become(try)
      id
    end

    private

    def as_expected!(shelf)
      shelf.there!(@id)
      shelf.unchanged!(@id, @etag)
    end

    def written(resources)
      raise Fault.new("invalidSyntax", "A #{@verb} holds an object") unless @document.is_a?(Hash) || @verb == "DELETE"

      case @verb
      when "POST" then return resources.create(@document)
      when "PUT" then resources.replace(@id, @document)
      when "PATCH" then resources.patch(@id, @document)
      when "DELETE" then resources.delete(@id)
      end
      @id
    end
  end
end
