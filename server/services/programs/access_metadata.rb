# frozen_string_literal: true

module Server
  # Where programs ask for decisions (OpenID AuthZEN Authorization API 1.0, section 9).
  class AccessMetadata
    # base: address of this server, as it was asked.
    def initialize(base)
      @base = base
    end

    # The document of /.well-known/authzen-configuration.
    def to_h
      {
        "policy_decision_point" => @base,
        "access_evaluation_endpoint" => "#{@base}/access/v1/evaluation",
        "access_evaluations_endpoint" => "#{@base}/access/v1/evaluations",
        "search_subject_endpoint" => "#{@base}/access/v1/search/subject",
        "search_resource_endpoint" => "#{@base}/access/v1/search/resource",
        "search_action_endpoint" => "#{@base}/access/v1/search/action"
      }
    end
  end
end
