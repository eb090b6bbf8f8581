# frozen_string_literal: true

module CobaltLedger
  module Rules
    # The whole policy: record types, labels, baselines, rules and the precedence among rules. Immutable.
    class Policy
      # Two fields that no one person may edit both. record_type: identifier; fields: two identifiers; title: why.
      Separation = Struct.new(:record_type, :fields, :title, keyword_init: true)

      # An automation or a program that has to write some fields. user: the directory user it acts as; channel: String;
      # making: true where it writes them into new records.
      Writer = Struct.new(:record_type, :fields, :title, :user, :channel, :making, keyword_init: true)

      # What a program is for. user: the directory user it acts as; record_types: identifiers.
      Program = Struct.new(:user, :record_types, :title, keyword_init: true)

      attr_reader :name, :precedence, :labels, :record_types, :baselines, :rules, :places, :zone, :separations,
                  :writers,
                  :limits, :programs, :automations, :approval, :expectations

      # labels: Array of Catalogue::Label; record_types: Array of Catalogue::RecordType;
      # baselines: Array of Catalogue::Baseline; rules: Array of Rules::Rule; precedence: name of a method;
      # places: Array of Place; zone: TZInfo::Timezone in which days are counted;
      # separations: Array of Separation; writers: Array of Writer; limits: Limits;
      # programs: Array of Program; automations: Array of Automation; approval: Array of Rules::Approval;
      # expectations: Array of documents, which Expectations::Checker checks.
      def initialize(
        name:, precedence:, labels:, record_types:, baselines:, rules:, places: [],
        zone: TZInfo::Timezone.get("Etc/UTC"), separations: [], writers: [], limits: Limits.from(nil),
        programs: [], automations: [], approval: [], expectations: []
      )
        @name = name
        @precedence = precedence
        @labels = labels.to_h { |label| [label.id, label] }.freeze
        @record_types = record_types.to_h { |type| [type.id, type] }.freeze
        @baselines = baselines.freeze
        @places = places.freeze
        @zone = zone
        @separations = separations.freeze
        @writers = (writers + automations.select(&:on?).flat_map(&:writers)).freeze
        @automations = automations.freeze
        @limits = limits
        @programs = programs.freeze
        @approval = approval.freeze
        @expectations = expectations.freeze
        @rules = rules.sort_by { |rule| [rule.guardrail? ? 1 : 0, rule.rank, rule.id] }.freeze
        @rules_by_type = @rules.group_by(&:record_type).freeze
        @rules_by_field = index_by_field.freeze
        freeze
      end

      # Rules of one record type that speak of a field, in the same order as rules_of.
      def rules_on(field, record_type_id) = @rules_by_field.fetch([record_type_id, field.id], [])

      # Rules that can make a difference to a field or an action, in the same order: those on it, those on what stands
      # above it and can shut it, and for a computed one those on what it is calculated from, which it is no more open
      # than.
      def bearing_on(field, record_type)
        others = record_type.formulas.inputs_of(field.id).map { |id| record_type.field(id) }
        others |= record_type.behind(field.id).map { |id| record_type.subject(id) }
        others.reject! { |each| rules_on(each, record_type.id).empty? }
        return rules_on(field, record_type.id) if others.empty?

        rules_of(record_type.id) & [field, *others].flat_map { |each| rules_on(each, record_type.id) }
      end

      # Identifier of the first place that an address is at, or nil. address: IPAddr or nil.
      def place_of(address) = address && places.find { |place| place.hold?(address) }&.id

      # Name of the precedence method for a field: its own, its record type's, or the policy's.
      def precedence_of(record_type, field) = field.precedence || record_type.precedence || precedence

      # Does any field of a record type go by how closely an audience matches?
      def by_closeness?(record_type)
        record_type.fields.any? { |field| Access::PrecedenceMethod[precedence_of(record_type, field)].by_closeness? }
      end

      # What it holds, by identifier; nil where there is none.
      def record_type(id) = record_types[id]
      def label(id) = labels[id]

      # What a field, an action or the whole record begins with where no baseline speaks: a Catalogue::Label.
      def label_of(subject) = subject.respond_to?(:label) ? label(subject.label) : Access::Starts.of(subject)

      # Rules of one record type: ordinary ones by rank, then guardrails by rank.
      def rules_of(record_type_id) = @rules_by_type.fetch(record_type_id, [])

      # Array of Catalogue::Baseline.
      def baselines_of(record_type_id) = baselines.select { |baseline| baseline.record_type == record_type_id }

      private

      def index_by_field
        @rules.each_with_object({}) do |rule, found|
          type = record_types[rule.record_type]
          fields = rule.section_ids.empty? ? rule.field_ids.filter_map { |id| type.field(id) } : type.fields
          fields += type.others if rule.beyond_fields?
          fields.each { |field| (found[[type.id, field.id]] ||= []) << rule if rule.targets?(field) }
        end
      end
    end
  end
end
