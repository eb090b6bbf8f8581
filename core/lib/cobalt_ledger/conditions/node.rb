# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # A node of the typed tree. Evaluation is three-valued: true, false, or nil for "can't be evaluated",
    # joined as in Kleene's logic, so that an unreadable part matters only where it decides.
    class Node
      # Identifiers of the fields read, without repeats.
      def fields = raise(NotImplementedError)

      # A lambda from values (Hash of identifier to typed value, nil or Unreadable) to true, false or nil.
      def compile = raise(NotImplementedError)

      # An Explanation for the same values.
      def explain(_values, _record_type, _directory) = raise(NotImplementedError)

      # The condition as a plain sentence part.
      def words(_record_type, _directory) = raise(NotImplementedError)

      # Document form.
      def to_h = raise(NotImplementedError)

      # All comparisons in it.
      def comparisons = raise(NotImplementedError)
    end
  end
end
