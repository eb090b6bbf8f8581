# frozen_string_literal: true

module Server
  # The address under which this server is known to others. What a request calls it in its Host is the word of whoever
  # asks, and is not passed on.
  module PublicAddress
    class << self
      # Address that the server listens on, set where it starts; the processes beside it know it too.
      def listening=(address)
        ENV["COBALT_LISTENING"] = address
      end

      # COBALT_PUBLIC_ADDRESS where it is set, such as "https://ledger.example.org"; else where the server listens.
      def to_s = (ENV["COBALT_PUBLIC_ADDRESS"] || ENV["COBALT_LISTENING"] || "http://127.0.0.1:4600").delete_suffix("/")
    end
  end
end
