# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # A part of a condition of which it is known its result.
    class Fixed < Node
      attr_reader :outcome

      # A condition with everything settled that depends on nothing but the person who asks. facts: Facts that know the
      # person.
      def self.person(node, facts)
        case node
        when Group then joined(node, node.parts.map { |part| person(part, facts) })
        when Not then opposite(person(node.part, facts))
        when AtOpening then person(node.part, facts).then { |part| part.is_a?(Fixed) ? part : AtOpening.new(part) }
        when Comparison then of_person?(node) ? new(node.compile.call(facts)) : node
        else node
        end
      end

      def self.of_person?(comparison)
        comparison.reads.any? && comparison.reads.all? { |kind, *| %i[user attribute].include?(kind) }
      end

      def self.joined(group, parts)
        settles, rest = parts.partition { |part| part.is_a?(Fixed) && part.outcome == group.settling }
        return settles.first if settles.any?

        rest = rest.reject { |part| part.is_a?(Fixed) && part.outcome == !group.settling }
        case rest.size
        when 0 then new(!group.settling)
        when 1 then rest.first
        else group.class.new(rest)
        end
      end

      def self.opposite(part)
        return Not.new(part) unless part.is_a?(Fixed)

        new(part.outcome.nil? ? nil : !part.outcome)
      end
      private_class_method :of_person?, :joined, :opposite

      # outcome: true, false, or nil where it can't be decided.
      def initialize(outcome)
        super()
        @outcome = outcome
        freeze
      end

      def comparisons = []

      def words(_directory)
        if outcome.nil?
          "it can be determined"
        else
          "it is #{'not ' unless outcome}so"
        end
      end

      def opposite_words(directory) = outcome.nil? ? super : Fixed.new(!outcome).words(directory)
      def to_h = { "fixed" => outcome }

      # As Comparison#enter.
      def enter(_world, _opened) = outcome.nil? ? nil : [outcome, !outcome]

      private

      def looked_up = []
      def build_test = ->(_facts) { outcome }
    end
  end
end
