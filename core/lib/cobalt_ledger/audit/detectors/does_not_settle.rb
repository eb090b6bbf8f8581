# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # Value effects feed each other without end, or two rules set one field to different values.
      # Bad: one rule sets A from B, another sets B to the opposite of A. Good: one of them only suggests.
      class DoesNotSettle < Detector
        known_as "does_not_settle", order: 32
        describes "Circular rules",
                  severity: "error",
                  group: "stuck",
                  meaning:
                    "Rules change values back and forth without end, or set one field to different values at once."

        # Forms tried at most for one ring of rules; where that is not enough, it is said to be undecided.
        TRIES = 400

        def findings = loops + doubled

        private

        def writing = @writing ||= @survey.rules.select { |rule| rule.contributions.any?(&:writes?) }

        # Rings of writers that read what they or each other write, each shown by a form that does not settle.
        def loops
          Rings.new(@survey, writing).found.filter_map do |ring|
            shown = Unsettled.new(@survey, ring, TRIES)
            example, acting = shown.found
            next tell(example, acting) if example

            fields_written(ring).each { |field| @survey.unsure(field) } unless shown.impossible?
            nil
          end
        end

        def tell(example, acting)
          finding(
            "#{Words.list(acting.map { |rule| called(rule) })} keep changing the form's values without end, so it " \
            "can't be saved.",
            fields: fields_written(acting), rules: acting, example: example,
            remedies: acting.map { |rule| switch_off(rule) }
          )
        end

        def fields_written(rules) = rules.flat_map { |rule| Rings.written(@type, rule) }.uniq

        # Two rules that set one field to different values for one person at once.
        def doubled
          writing.combination(2).filter_map do |one, other|
            shared = (fields_written([one]) & fields_written([other])).select { |field| differ?(field, one, other) }
            next if shared.empty?

            example = Doubled.new(@survey, one, other).example(shared) or next
            finding(
              "#{called(one)} and #{called(other)} set #{names(shared)} to different values at once.",
              fields: shared, rules: [one, other], example: example,
              winner: "#{called([one, other].min_by(&:rank))} has the better rank, so its value is used.",
              remedies: [switch_off([one, other].max_by(&:rank))]
            )
          end
        end

        def differ?(field, one, other)
          values = [one, other].map { |rule| Doubled.set_by(rule, field).flat_map(&:values).map(&:to_h) }
          values.none?(&:empty?) && values.uniq.size == 2
        end
      end
    end
  end
end
