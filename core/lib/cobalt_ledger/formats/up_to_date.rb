# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Brings documents of earlier versions up to date. Version 1 of the policy gave a rule one list of fields and what
    # all of them become; from version 2 on it has lines, each with fields of its own.
    module UpToDate
      # Version that policy documents are written in.
      POLICY = 2

      # Parts of a rule of version 1 that make its one line.
      PARTS = %w[targets effects otherwise].freeze

      module_function

      # hash: policy document of any version. The same in the newest; one that is in it is given back as it is.
      def policy(hash)
        rules = hash["rules"].is_a?(Array) ? hash["rules"] : []
        newer = rules.map { |rule| rule(rule) }
        return hash if hash["version"] == POLICY && newer.zip(rules).all? { |one, other| one.equal?(other) }

        hash.merge("version" => POLICY, "rules" => newer)
      end

      # hash: rule document, with lines or without.
      def rule(hash)
        return hash if !hash.is_a?(Hash) || hash["lines"] || PARTS.none? { |part| hash.key?(part) }

        hash.except(*PARTS).merge("lines" => [line(hash)])
      end

      # The one line of a rule of version 1.
      def line(hash)
        { **(hash["targets"] || {}), "effects" => hash["effects"] || [], "otherwise" => hash["otherwise"] }.compact
      end
    end
  end
end
