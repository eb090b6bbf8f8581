# frozen_string_literal: true

module Server
  # An answer that says what went wrong, as a problem document (RFC 9457).
  class Problem < StandardError
    TITLES = {
      400 => "The request can't be read", 401 => "Sign in first", 403 => "Not allowed", 404 => "Not found",
      405 => "Not possible", 409 => "Conflict", 410 => "No longer available",
      412 => "Changed by someone else", 413 => "Too large", 415 => "Wrong kind of content", 422 => "Refused",
      428 => "Version required", 429 => "Too many attempts", 500 => "Internal error", 501 => "Not possible",
      503 => "Try again later", 507 => "Disk full"
    }.freeze

    # Seconds after which it is worth trying again.
    AGAIN = { 429 => 60, 503 => 5, 507 => 60 }.freeze

    attr_reader :status, :kind, :members

    # kind: last part of the problem's type; members: Hash of what the document holds beside the standard members;
    # again: seconds after which to try again, where the status alone does not tell; headers: Hash of more that belong
    # to the answer.
    def initialize(status, kind, detail, again: AGAIN[status], headers: {}, **members)
      @status = status
      @kind = kind
      @again = again
      @headers = headers
      @members = members
      super(detail)
    end

    # For CobaltLedger::BadInput: lists every fault with its JSON Pointer. members: what it holds beside.
    def self.from_bad_input(error, status = 422, **members)
      new(status, "bad-input", error.faults.join("; ")[0, 2000], **members, faults: faults(error))
    end

    # The faults of a CobaltLedger::BadInput, as they are sent: Array of Hash.
    def self.faults(error)
      error.faults.map { |fault| { "pointer" => fault.pointer.to_s, "message" => fault.message } }
    end

    # For what no one expected.
    def self.defect
      new(500, "defect", "Something went wrong. Nothing was changed. The error is in the server log.")
    end

    # Headers that belong to it: Hash.
    def headers = @again ? { "retry-after" => @again.to_s }.merge(@headers) : @headers

    def to_h
      { "type" => "urn:cobalt-ledger:problem:#{kind}", "title" => TITLES.fetch(status, "Refused"), "status" => status,
        "detail" => message.scrub }.merge(members.compact.transform_keys(&:to_s))
    end
  end
end
