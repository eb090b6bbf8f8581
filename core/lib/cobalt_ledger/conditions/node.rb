# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # A node of the typed tree. Evaluation is three-valued: true, false, or nil for "can't be evaluated",
    # joined as in Kleene's logic, so that an unreadable part matters only where it decides.
    class Node
      # Identifiers of the fields whose values on the screen are read, without repeats.
      def fields = comparisons.flat_map(&:fields).uniq

      # All that is looked up, as keys of Operand#reads, without repeats.
      def reads = comparisons.flat_map(&:reads).uniq

      # A lambda from Facts to true, false or nil.
      def compile = raise(NotImplementedError)

      # An Explanation for the same facts.
      def explain(_facts, _directory) = raise(NotImplementedError)

      # The condition as a plain sentence part.
      def words(_directory) = raise(NotImplementedError)

      # Document form.
      def to_h = raise(NotImplementedError)

      # All comparisons in it.
      def comparisons = raise(NotImplementedError)
    end
  end
end
