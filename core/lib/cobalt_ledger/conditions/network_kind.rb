# frozen_string_literal: true

require "ipaddr"

module CobaltLedger
  module Conditions
    # An IP address or a block of them in CIDR notation (RFC 4632, RFC 4291). No field is of this kind.
    class NetworkKind < Catalogue::Kind
      titled "network"

      def self.family = :network
      def self.registered_name = "network"

      def self.parse(raw, _field)
        return raw if raw.is_a?(IPAddr)

        value = text(raw) or return nil
        IPAddr.new(value)
      rescue IPAddr::Error
        unsuitable("must be an address or a block like 192.0.2.0/24 or 2001:db8::/32")
      end

      def self.display(value, _field) = dump(value)

      def self.dump(value)
        whole = value.ipv4? ? 32 : 128
        value.prefix == whole ? value.to_s : "#{value}/#{value.prefix}"
      end
    end
  end
end
