# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # An automation or a program must write a field that is locked to it.
      # Bad: a program that is declared to write the stage, under a guardrail that locks it to programs.
      # Good: the guardrail excepts it.
      class BlockedWriter < Detector
        known_as "blocked_writer", order: 33
        describes "Blocked writer",
                  severity: "error",
                  group: "stuck",
                  meaning: "An automation or a program must write a field that is locked for it."

        def findings
          @policy
            .writers
            .select { |writer| writer.record_type == @type.id }
            .flat_map do |writer|
              user = @directory.find(:user, writer.user) or next []
              asked = @survey.units.map do |unit|
                @survey.question(user, unit, writer.making ? "create" : "edit", channel: writer.channel)
              end
              decided = asked.to_h { |question| [question, @survey.engine.decide(question)] }
              writer.fields.filter_map { |id| blocked(writer, @type.field(id), decided) }
            end
        end

        private

        # decided: Hash of question to decision, one a unit.
        def blocked(writer, field, decided)
          shut = decided.reject { |_, decision| decision[field.id].open? }
          return nil if shut.empty?

          tell(writer, field, *shut.first, shut.size == decided.size)
        end

        def tell(writer, field, question, decision, everywhere)
          where = everywhere ? "" : " at #{@directory.name_of(:unit, question.unit)}"
          result = decision.result(field.id)
          ids = %w[locked hidden masked].flat_map { |kind| Decisions::Blame.rules(result, kind) }.map(&:id).uniq
          finding(
            "#{writer.title} must write #{field.name}, which is #{decision[field.id].level.tr('_', '-')} for it" \
            "#{where}.",
            fields: [field], rules: ids,
            example: Evidence.of(question, decision, [field])
          )
        end
      end
    end
  end
end
