# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # What conditions say of values that are picked from many: which they name, and which of them are compared with
      # each other. Of all the values that nothing tells apart, as many are looked at as could have to differ.
      class Vocabulary
        # comparisons: Array of [Comparison, opened: true or false]; keys: Keys.
        def initialize(comparisons, keys)
          @keys = keys
          @comparisons = comparisons
          @named = Hash.new { |found, key| found[key] = [] }
          @edges = Hash.new { |found, key| found[key] = [] }
          comparisons.each { |comparison, opened| note(comparison, opened) }
          records =
            keys.records(
              @edges.keys | @named.keys | comparisons.flat_map { |comparison, opened| keys.of(comparison, opened) }
            )
          records.combination(2) do |one, other|
            tie_records(one, other) if keys.refers_to(one) == keys.refers_to(other)
          end
        end

        # Keys that are compared with a key, through however many comparisons, with the key itself.
        def linked(key) = (@linked ||= {})[key] ||= [key] | Graph.reachable(key) { |each| @edges.fetch(each, []) }

        # Values that a key, or what it is compared with, is compared with.
        def named(key) = linked(key).flat_map { |each| @named.fetch(each, []) }.uniq

        # Is it compared with nothing but what is written out?
        def alone?(key) = linked(key).size == 1

        # What people are told apart by: [Array of Audience::Member, Array of names of attributes].
        def standing
          @standing ||= [
            @comparisons
              .filter_map { |comparison, _| comparison.right if comparison.right.is_a?(Operands::Members) }
              .flat_map(&:members)
              .uniq,
            @comparisons
              .flat_map { |comparison, _| comparison.reads }
              .filter_map { |kind, name| name if kind == :attribute }
              .uniq
          ]
        end

        private

        def note(comparison, opened)
          found = @keys.of(comparison, opened)
          found.each { |key| @named[key].concat(literals(comparison.right)) }
          tie(*found) if found.size == 2
        end

        def literals(operand)
          case operand
          when Operands::Literal then Array(operand.value)
          when Operands::Literals then operand.values.flat_map { |value| Array(value) }
          else []
          end
        end

        def tie(one, other)
          @edges[one] << other
          @edges[other] << one
        end

        # Two references to records of one type may name the same one, which has one value for each field.
        def tie_records(one, other)
          tie(one, other)
          fields = (@edges.keys | @named.keys).filter_map { |key| key[2] if key.size == 3 }.uniq
          fields.each { |field| tie(@keys.of_record(one, field), @keys.of_record(other, field)) }
        end
      end
    end
  end
end
