# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # Holds when every part holds.
    class All < Group
      def settling = false
      def joiner = "and"
      def key = "all"
    end
  end
end
