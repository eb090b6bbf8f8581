# frozen_string_literal: true

module CobaltLedger
  module Access
    # What speaks of a field in one decision. Immutable.
    #
    # label: Catalogue::Label; baselines, doubtful_baselines: Array of Speaker, those that apply and those whose
    # category can't be read; rules, doubtful_rules: Array of Rules::Contribution of ordinary rules that hold, or can't
    # be evaluated, in order of rank; guardrails: those of guardrails that hold or can't be evaluated.
    Spoken = Struct.new(:label, :baselines, :doubtful_baselines, :rules, :doubtful_rules, :guardrails)
  end
end
