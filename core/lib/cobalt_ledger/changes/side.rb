# frozen_string_literal: true

module CobaltLedger
  module Changes
    # One of the two policies that are compared, as it is for one record type.
    class Side
      attr_reader :engine, :type

      # engine: Decisions::Engine; type: Catalogue::RecordType, nil where the policy does not know it.
      def initialize(engine, type)
        @engine = engine
        @type = type
        @plans = {}
        @bearing_on = {}
      end

      def policy = engine.policy
      def directory = engine.directory

      # The Catalogue::Field, Action or WholeRecord of an identifier, or nil.
      def field(id) = type&.subject(id)

      # Rules that are switched on, in their order.
      def rules = @rules ||= type ? policy.rules_of(type.id).select(&:on?) : []

      # Hash of identifier to rule, of those that are switched on.
      def rules_by_id = @rules_by_id ||= rules.to_h { |rule| [rule.id, rule] }

      # Rules that can make a difference to a field: where rules write values, all; else those on it and on what it is
      # calculated from.
      def bearing_on(id)
        @bearing_on[id] ||= if field(id).nil? then []
                            elsif writes? then rules
                            else
                              policy.bearing_on(field(id), type).select(&:on?)
                            end
      end

      # Do rules write values?
      def writes?
        return @writes unless @writes.nil?

        @writes = rules.flat_map(&:contributions).any?(&:writes?)
      end

      # Does it matter how closely an audience matches?
      def closeness? = type ? policy.by_closeness?(type) : false

      # What of the rules on a field remains for someone: a Decisions::Plan. acting: rules that mean them and reach
      # there; above: the unit and all above it.
      def plan(id, acting, above, mode, principals)
        matched = closeness? ? Directory::Closeness.of_rules(acting, principals) : {}
        fields = writes? ? nil : [field(id)]
        begun = policy.baselines_of(type.id).map { |baseline| baseline.units.intersect?(above) }
        @plans[[fields && id, acting, begun, mode, matched.values]] ||=
          Decisions::Plan.new(policy, type, acting, above, mode, matched, fields: fields)
      end
    end
  end
end
