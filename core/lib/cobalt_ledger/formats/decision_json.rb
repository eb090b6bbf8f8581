# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Writes a decision as JSON: the question, each field, what rules do to values, and the reasoning where there is
    # one.
    class DecisionJson
      # decision: Decisions::Decision; engine: the Decisions::Engine that gave it. Returns a Hash.
      def self.write(decision, engine) = new(decision, engine).to_h

      def initialize(decision, engine)
        @decision = decision
        @engine = engine
      end

      def to_h
        hash = {
          "question" => @decision.question.to_h,
          "fields" => @decision.fields.transform_values { |field| field(field) },
          "record" => field(@decision.whole),
          "actions" => @decision.actions.values.to_h { |each| [each.field.key, each.level] }
        }.merge(value_effects)
        @decision.reasoning ? hash.merge("reasoning" => reasoning) : hash
      end

      private

      # {"level" => "read_only", "visibility" => "shown", "entry" => "locked", "presence" => "optional"}
      def field(decided) = { "level" => decided.level }.merge(decided.state.to_h)

      def reasoning
        writer = ReasoningJson.new(@engine.method(:sentence))
        @decision.reasoning.transform_values { |account| writer.write(account) }
      end

      # What rules do to values, where they do anything.
      def value_effects
        { "written" => @decision.settled.written.map { |id, write| told(write.action.contribution, id, write.value) },
          "suggestions" => @decision.offers.map { |offer| offered(offer) },
          "cleared_at_once" => @decision.cleared_at_once,
          "refusals" => @decision.objections.map { |each| objection(each) },
          "does_not_settle" => @decision.loop.map(&:id).uniq }.reject { |_, list| list.empty? }
      end

      def offered(offer)
        told(offer.contribution, offer.field.id, offer.value).merge({ "note" => offer.note }.compact)
      end

      def objection(each)
        { "rule" => each.contribution.id, "field" => each.field&.id, "message" => each.message }.compact
      end

      def told(contribution, id, value)
        { "rule" => contribution.id, "field" => id, "value" => @decision.question.record_type.field(id).dump(value) }
      end
    end
  end
end
