# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # Holds when at least one part holds.
    class Any < Group
      def settling = true
      def joiner = "or"
      def key = "any"
    end
  end
end
