# frozen_string_literal: true

require "ipaddr"

module Server
  # The address a request comes from. What a header says of it is believed only from proxies that are named as trusted
  # (--trusted-proxy, or COBALT_TRUSTED_PROXIES); there are none by default, because anyone can write a header.
  module ClientAddress
    # Rack's name for the header in which the server tells a process beside it where a request came from.
    HEADER = "HTTP_X_COBALT_ADDRESS"

    class << self
      # networks: Array of CIDR blocks as text. Raises IPAddr::Error.
      def trust(networks) = @trusted = networks.map { |text| IPAddr.new(text) }.freeze

      # Array of IPAddr.
      def trusted = @trusted ||= [].freeze

      # True in a process that only the server itself asks, which says in a header where the request came from.
      attr_accessor :told_by_server

      # env: Rack environment. Returns the address as text, or nil when a trusted proxy does not tell it properly:
      # rules that ask for the network then fail closed.
      def of(env)
        return env[HEADER].then { |text| text.to_s.empty? ? nil : text } if told_by_server

        peer = read(env["REMOTE_ADDR"])
        return peer&.to_s unless peer && trusted?(peer)

        named(env).reverse_each do |text|
          address = read(text) or return nil
          return address.to_s unless trusted?(address)
        end
        peer.to_s
      end

      # Does the request come over TLS, as far as the server or a trusted proxy knows?
      def secure?(env)
        return true if env["rack.url_scheme"] == "https"

        peer = read(env["REMOTE_ADDR"])
        !peer.nil? && trusted?(peer) && env["HTTP_X_FORWARDED_PROTO"].to_s.split(",").last.to_s.strip == "https"
      end

      private

      def trusted?(address) = trusted.any? { |network| network.family == address.family && network.include?(address) }

      # Addresses that proxies have written down, the nearest last.
      def named(env) = env["HTTP_X_FORWARDED_FOR"].to_s.b[0, 2_000].split(",").map(&:strip)

      def read(text)
        # In brackets, with a port or with the name of an interface: only the address itself counts.
        plain = text.to_s.sub(/\A\[(.*)\](?::\d+)?\z/, '\1').sub(/\A(\d+(?:\.\d+){3}):\d+\z/, '\1').sub(/%\w+\z/, "")
        return nil if plain.include?("/")

        address = IPAddr.new(plain)
        address.ipv4_mapped? ? address.native : address
      rescue IPAddr::Error
        nil
      end
    end
  end
end
