# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # Whom the lock applies to can edit the field that lifts it.
      # Bad: the fee is locked for loans officers while “agreed” is no, and loans officers may tick “agreed”.
      # Good: only the director may.
      class SelfOpeningLock < Detector
        known_as "self_opening_lock", order: 40
        describes "Self-opening lock",
                  severity: "note",
                  group: "exposed",
                  meaning: "Users for whom a field is locked can edit the value that unlocks it."

        def findings
          @survey
            .rules
            .select(&:condition)
            .filter_map { |rule| opened(rule) }
        end

        private

        def opened(rule)
          deciding = rule.condition.fields
          return nil if deciding.empty?

          target =
            @type.fields.find { |field| locks?(rule, field) && !field.never_typed? && !deciding.include?(field.id) } or
            return nil
          kase, example, lifting = shown(rule, target, deciding)
          return nil unless example

          finding(
            "#{called(rule)} locks #{target.name}, but #{kase.question.principals.title}, to whom it applies, can " \
            "unlock it by changing #{@type.field(lifting).name}.",
            fields: [target, @type.field(lifting)], rules: [rule], example: example,
            remedies: [lock_too(rule, target, lifting)]
          )
        end

        def locks?(rule, field) = locking(rule, field).any?

        # Contributions of a rule that lock a field while its condition holds.
        def locking(rule, field)
          rule.holding_on(field).select { |each| each.gives.entry == Access::Facets::LOCKED }
        end

        # Someone who meets the lock and can lift it: [Case, Example, identifier of the field that lifts it], or nil.
        def shown(rule, target, deciding)
          looked = [target] | deciding.map { |id| @type.field(id) }
          @survey
            .cases_with(target, rule, modes: %w[edit])
            .each do |kase|
              _, found =
                kase.situations.find do |each, _|
                  kase.applying(each).intersect?(locking(rule, target))
                end
              lifting = nil
              example =
                found &&
                @survey.example(kase, found, looked) do |decision|
                  !decision[target.id].open? && (lifting = deciding.find { |id| decision[id].open? })
                end
              return kase, example, lifting if example
            end
          nil
        end

        # The value that lifts the lock is locked as well, by the same rule.
        def lock_too(rule, target, lifting)
          place = rule.lines.index(locking(rule, target).first.line)
          return nil if rule.lines[place].effects.any? { |effect| effect.facet.nil? }

          change(rule, "Also lock #{@type.field(lifting).name} in #{called(rule)}") do |document|
            lines = document["lines"].dup
            lines[place] = lines[place].merge("fields" => (lines[place]["fields"] || []) | [lifting])
            document.merge("lines" => lines)
          end
        end
      end
    end
  end
end
