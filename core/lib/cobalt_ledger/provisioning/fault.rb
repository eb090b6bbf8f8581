# frozen_string_literal: true

module CobaltLedger
  module Provisioning
    # What is wrong with a request of an identity provider, as RFC 7644 (section 3.12) has it told. status: Integer;
    # type: its "scimType", or nil.
    class Fault < StandardError
      attr_reader :status, :type

      # Status that goes with a type where none is given.
      BAD = 400

      def initialize(type, detail, status: BAD)
        @type = type
        @status = status
        super(detail)
      end

      # As it is sent (RFC 7644, section 3.12): Hash.
      def to_h
        { "schemas" => ["urn:ietf:params:scim:api:messages:2.0:Error"], "status" => status.to_s, "scimType" => type,
          "detail" => message.scrub }.compact
      end
    end
  end
end
