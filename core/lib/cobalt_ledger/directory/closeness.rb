# frozen_string_literal: true

module CobaltLedger
  module Directory
    # How closely an audience matches a person.
    module Closeness
      ORDER = { user: 0, group: 1, role: 2, department: 3, unit: 4 }.freeze
      EVERYONE = [5, 0].freeze

      module_function

      # [kind, steps]: compares smaller when closer. Expects an audience that matches.
      def of(audience, principals)
        return EVERYONE if audience.everyone?

        audience
          .any
          .filter_map do |member|
            principals.distance(member.kind, member.id)&.then { |steps| [ORDER.fetch(member.kind), steps] }
          end
          .min
      end

      # The same of several rules that match. Returns a Hash of rule to what `of` says.
      def of_rules(rules, principals) = rules.to_h { |rule| [rule, of(rule.audience, principals)] }
    end
  end
end
