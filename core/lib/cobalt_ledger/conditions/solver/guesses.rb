# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # A quick first try for simple conditions: values at and beside those that fields are compared with. What it finds
      # can happen; of what it does not find it says nothing.
      class Guesses
        # Records tried at most.
        MOST = 48
        BESIDE = { number: [0, 1, -1], date: [0, 1, -1], time: [0, 1, -1] }.freeze

        # record_type, mode, base: as for Satisfy.
        def initialize(record_type, mode, base)
          @record_type = record_type
          @mode = mode
          @base = base
        end

        # Hash of Array of outcomes to example. conditions: Array of Node.
        def of(conditions)
          candidates = candidates(conditions) or return {}
          tests = conditions.map(&:compile)
          found = {}
          tried = 0
          first, *others = candidates.values
          # One after the other: there may be more than fit into memory.
          first.product(*others) do |values|
            example = candidates.keys.zip(values).to_h
            facts = @base.assuming(example, @record_type.formulas, stored: @mode != "create")
            found[tests.map { |test| test.call(facts) }] ||= example
            break if found.size == 2**tests.size || (tried += 1) >= MOST
          end
          found
        end

        private

        # Hash of key to values, where all that is looked up stands on the screen and is compared with what is written
        # out.
        def candidates(conditions)
          found = {}
          conditions.flat_map(&:comparisons).each do |comparison|
            return nil unless simple?(comparison)

            (found[comparison.left.reads[0]] ||= [nil]).concat(values(comparison))
          end
          if found.empty? || conditions.any? { |condition| !(condition.reads - found.keys).empty? }
            nil
          else
            found.transform_values(&:uniq)
          end
        end

        def simple?(comparison)
          comparison.left.is_a?(Operands::Entered) && !comparison.left.subject.computed? &&
            !comparison.left.subject.numbered? &&
            if comparison.right.nil?
              !comparison.method_class.needs_stored?
            else
              [Operands::Literal, Operands::Literals].include?(comparison.right.class)
            end
        end

        def values(comparison)
          field = comparison.left.subject
          literals =
            if comparison.right.nil?
              []
            else
              [*(comparison.right.is_a?(Operands::Literals) ? comparison.right.values : [comparison.right.value])]
            end
          case field.family
          when :flag
            [true, false]
          when :choice
            literals + (field.options.map(&:id) - literals).first(1)
          when :choices
            literals + field.options.first(2).map { |option| [option.id] }
          when :number, :date, :time
            literals
              .flat_map { |literal| BESIDE.fetch(field.family).map { |step| literal + step } }
              .select { |value| suits?(field, value) }
          when :text
            literals + %w[x]
          else
            literals
          end
        end

        # Can the field hold it?
        def suits?(field, value)
          field.parse(field.dump(value)) == value
        rescue Catalogue::Kind::Unsuitable
          false
        end
      end
    end
  end
end
