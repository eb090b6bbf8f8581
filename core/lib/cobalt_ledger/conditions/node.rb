# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # A node of the typed tree. Evaluation is three-valued: true, false, or nil for "can't be evaluated",
    # joined as in Kleene's logic, so that an unreadable part matters only where it decides.
    class Node
      # Nodes are frozen once built; what follows from them alone is calculated once and kept beside.
      def initialize
        @kept = {}
      end

      # Identifiers of the fields whose values on the screen are read, without repeats.
      def fields = comparisons.flat_map(&:fields).uniq

      # All that is looked up, as keys of Operand#reads, without repeats.
      def reads = @kept[:reads] ||= looked_up.uniq.freeze

      # A lambda from Facts to true, false or nil.
      def compile = @kept[:test] ||= build_test

      # A Symbol that equal conditions have in common.
      def identity = @kept[:identity] ||= JSON.generate(to_h).to_sym

      # Windows that it depends on: Array of Window.
      def windows = []

      # Does any part look at what the form was like when it was opened?
      def looks_back? = false

      # An Explanation for the same facts.
      def explain(_facts, _directory) = raise(NotImplementedError)

      # The condition as a plain sentence part.
      def words(_directory) = raise(NotImplementedError)

      # The same of its opposite, which holds where it does not.
      def opposite_words(directory) = "not (#{words(directory)})"

      # Document form.
      def to_h = raise(NotImplementedError)

      # When a leaf holds, for the solver: as Comparison#enter. world: Solver::World.
      def enter(_world, _opened) = raise(Solver::Unknown, "“#{self.class.name}”")

      # All comparisons in it.
      def comparisons = raise(NotImplementedError)

      private

      # Keys of Operand#reads, with repeats.
      def looked_up = raise(NotImplementedError)

      def build_test = raise(NotImplementedError)
    end
  end
end
