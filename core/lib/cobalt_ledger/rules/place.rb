# frozen_string_literal: true

module CobaltLedger
  module Rules
    # A named place that someone can be at. networks: Array of IPAddr, blocks from which the user who asks is there;
    # empty where only a question can say so.
    Place = Struct.new(:id, :name, :networks, keyword_init: true) do
      # address: IPAddr.
      def hold?(address) = Conditions::Comparisons::WithinNetwork.holds?(address, networks)
    end
  end
end
