# frozen_string_literal: true

module CobaltLedger
  # The whole policy: record types, labels, baselines, rules and the precedence among rules. Immutable.
  class Policy
    attr_reader :name, :precedence, :labels, :record_types, :baselines, :rules

    # labels: Array of Catalogue::Label; record_types: Array of Catalogue::RecordType;
    # baselines: Array of Catalogue::Baseline; rules: Array of Rules::Rule; precedence: name of a method.
    def initialize(name:, precedence:, labels:, record_types:, baselines:, rules:)
      @name = name
      @precedence = precedence
      @labels = labels.to_h { |label| [label.id, label] }.freeze
      @record_types = record_types.to_h { |type| [type.id, type] }.freeze
      @baselines = baselines.freeze
      @rules = rules.sort_by { |rule| [rule.guardrail? ? 1 : 0, rule.rank, rule.id] }.freeze
      @rules_by_type = @rules.group_by(&:record_type).freeze
      freeze
    end

    def record_type(id) = record_types[id]
    def label(id) = labels[id]

    # Rules of one record type: ordinary ones by rank, then guardrails by rank.
    def rules_of(record_type_id) = @rules_by_type.fetch(record_type_id, [])

    def baselines_of(record_type_id) = baselines.select { |baseline| baseline.record_type == record_type_id }
  end
end
