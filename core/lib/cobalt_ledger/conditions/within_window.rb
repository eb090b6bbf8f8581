# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # Holds while a rule's window is open.
    class WithinWindow < Node
      attr_reader :window

      # window: Window.
      def initialize(window)
        super()
        @window = window
        freeze
      end

      def fields = []
      def comparisons = []
      def windows = [window]

      def explain(facts, directory)
        at = facts.at
        saw = at.is_a?(Unreadable) ? at.message : "the time is #{window.clock(at)}"
        Explanation.new(words: words(directory), outcome: compile.call(facts), saw: saw)
      end

      def words(_directory) = window.words
      def to_h = { "window" => window.to_h }

      # As Comparison#enter.
      def enter(world, _opened)
        moment = world.time
        moment && Solver::Opening.new(world, window, moment).formula
      end

      private

      def looked_up = [[:time]]

      def build_test
        opening = window
        lambda do |facts|
          at = facts.at
          at.is_a?(Unreadable) ? nil : opening.cover?(at)
        end
      end
    end
  end
end
