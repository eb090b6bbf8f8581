# frozen_string_literal: true

module CobaltLedger
  module Changes
    # The ways on which what a field holds can be learnt elsewhere than in the field: it is copied, computed with, or
    # decides what a rule writes, offers or turns down. What it does to access is Dependence's.
    class WaysOut
      # One of them. type, field: identifiers of where the value stands; to_type, to: of where it comes out, to nil
      # where it is only seen to make a difference; audience: Directory::Audience of those whom it can reach, nil for
      # anyone; told: what does it, for people; key: what tells this way from others, whatever carries it.
      Way = Struct.new(:type, :field, :to_type, :to, :audience, :told, :key, keyword_init: true) do
        # Does the value itself come out, and not only a difference that it makes?
        def copies? = !to.nil?
      end

      # Fields that something looks up, with what computed ones are calculated from: Array of [Catalogue::RecordType,
      # identifier]. reader: Conditions::Node or Operand about a record of the type.
      def self.read(policy, type, reader)
        reader.reads.flat_map do |kind, id, other|
          case kind
          when :entered, :stored then [id, *type.formulas.inputs_of(id)].map { |each| [type, each] }
          when :related, :opened then [[policy.record_type(type.field(id)&.refers_to), other]]
          else []
          end
        end.uniq.select { |from, _| from }
      end

      # policy: Rules::Policy.
      def initialize(policy)
        @policy = policy
      end

      # Array of Way.
      def all
        @all ||= @policy.record_types.each_value.flat_map do |type|
          computed(type) + by_rules(type)
        end + @policy.automations.select(&:on?).flat_map { |each| automated(each) }
      end

      # Labels of what can come out in a field, without its own: Array of identifiers. type, id: identifiers.
      def labels_into(type, id)
        @into ||= all.select(&:copies?).group_by { |way| [way.to_type, way.to] }
        sources = @into.fetch([type, id], []).map { |way| [way.type, way.field] } + inherited(type, id)
        sources.filter_map { |source, field| @policy.record_type(source)&.field(field)&.label }.uniq
      end

      private

      def computed(type)
        type.formulas.steps.flat_map do |step|
          step.inputs.map do |id|
            way(type, id, [type.id, step.field.id], nil, "#{step.field.name} is calculated from it",
                [:computed, step.field.formula])
          end
        end
      end

      def by_rules(type)
        @policy.rules_of(type.id).select(&:on?).flat_map do |rule|
          rule.contributions.flat_map { |each| copied(type, rule, each) + betrayed(type, rule, each) }
        end
      end

      # Values that a rule writes or offers.
      def copied(type, rule, part)
        sources = part.values.grep(Rules::ValueEffect).flat_map do |effect|
          WaysOut.read(@policy, type, effect.source)
        end.uniq
        sources.product(type.fields.select { |field| part.targets?(field) }).map do |(from, id), field|
          way(from, id, [type.id, field.id], nil, "“#{rule.title}” puts it into #{field.name}", [:copied])
        end
      end

      # Whoever a rule is for can tell what it looks at by what it writes, offers or turns down.
      def betrayed(type, rule, part)
        return [] if part.test.nil? || part.values.empty?

        WaysOut.read(@policy, type, part.test).map do |from, id|
          way(from, id, [type.id, nil], rule.audience, "“#{rule.title}” depends on it",
              [:condition, part.test.identity, rule.audience.to_h])
        end
      end

      def automated(automation)
        type = @policy.record_type(automation.record_type)
        automation.steps.flat_map do |step|
          values = step["write"] || step.dig("make", "values") or next []
          made = step.dig("make", "record_type") || type.id
          values.filter_map do |id, value|
            value["from"] && way(type, value["from"], [made, id], nil, "“#{automation.title}” copies it", [:copied])
          end
        end
      end

      # Where its protection comes from, for a field that a reference fills from another record.
      def inherited(type, id)
        @policy.record_type(type)&.inherited(id).to_a.map { |reference, source| [reference.refers_to, source] }
      end

      def way(type, id, to, audience, told, key)
        Way.new(type: type.id, field: id, to_type: to[0], to: to[1], audience: audience, told: told,
                key: [type.id, id, *to, *key])
      end
    end
  end
end
