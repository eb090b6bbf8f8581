# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # A lock of the whole record that those unlock to whom it applies.
      # Bad: volunteers are locked out of signed loans, and may unlock them. Good: unlocking is someone else's.
      class UnlockedByTheLocked < Detector
        include ActionCases

        known_as "unlocked_by_the_locked", order: 33
        describes "Unlockable by locked users",
                  severity: "warning",
                  group: "exposed",
                  together: true,
                  meaning: "A rule locks the whole record for users who can unlock it themselves."

        def findings
          whole = @type.whole
          unlock = @type.action("unlock")
          @survey.rules_on(whole).filter_map { |rule| tell(rule, whole, unlock) if locks?(rule) }
        end

        private

        # A lock that is meant for everyone needs someone who can lift it: then only that all can is told.
        def tell(rule, whole, unlock)
          met = locked(rule, whole).map { |kase| [kase, lifting(kase, unlock)] }
          shown = met.find { |_, example| example } or return nil
          return nil if rule.audience.everyone? && met.any? { |_, example| example.nil? }

          kase, example = shown
          allowing = @survey.rules_on(unlock).select { |each| @survey.matching(each).anybits?(@survey.matching(rule)) }
          finding(
            "#{called(rule)} locks #{Words.indefinite(@type.noun)}, but #{kase.question.principals.title}, to whom " \
            "it applies, can unlock it.",
            fields: [whole, unlock], rules: [rule, *allowing], example: example,
            remedies: allowing.map { |each| switch_off(each) }
          )
        end

        # Cases in which the rule locks.
        def locked(rule, whole)
          @survey.cases_with(whole, rule, modes: %w[edit]).select do |kase|
            kase.situations.any? do |outcomes, _|
              kase.result(outcomes).final.entry == Access::Facets::LOCKED &&
                (kase.applying(outcomes) + kase.guarding(outcomes)).any? { |each| each.rule == rule }
            end
          end
        end

        # An example of a locked record that the person may unlock, or nil.
        def lifting(kase, unlock)
          kase.situations.each do |outcomes, example|
            next unless kase.result(outcomes).final.entry == Access::Facets::LOCKED

            question = kase.question_of(example)
            decision = @survey.engine.decide(question)
            next unless decision.action("unlock").allowed? && !decision.whole.open?

            return Evidence.of(question, decision.actions, [unlock],
                               Decisions::ExampleQuestion.new(kase.question, example).lines(@directory))
          end
          nil
        end
      end
    end
  end
end
