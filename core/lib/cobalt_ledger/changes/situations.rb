# frozen_string_literal: true

module CobaltLedger
  module Changes
    # What the conditions of two policies can result in together, at any time.
    class Situations
      # halves: Array of Meeting::Half, nil where a policy does not know the field; type: Catalogue::RecordType to look
      # at; conditions: Array of Conditions::Node.
      def initialize(halves, type, conditions, memory)
        @halves = halves.compact
        @type = type
        @conditions = conditions
        @memory = memory
      end

      # A Conditions::Solver::Situations::Found; nil where the two can't be searched as one.
      def found
        return Conditions::Solver::Situations::Found.new({ [] => {} }, true) if @conditions.empty?
        return nil unless alike?
        return searching.of(@conditions) unless borne_on?

        written = writers
        written.uniq.size == 1 && written.none?(&:nil?) ? feasibility(@halves.first).situations(@conditions) : nil
      end

      # What each of them shows by itself, where they can't: Array of examples. There may be more.
      def tried
        @halves.flat_map { |half| feasibility(half).situations(@conditions).found.values }.uniq
      rescue Conditions::Solver::Unknown
        []
      end

      # Does what rules write bear on the conditions?
      def borne_on? = @halves.any? { |half| half.plan.value_effects.bear_on?(@conditions) }

      private

      def free = @conditions.any? { |node| node.reads.include?([:time]) } ? [[:time]] : []

      def searching
        Decisions::Searching.new(@type, @halves.last.question.mode, @halves.last.base, @memory, free: free)
      end

      def feasibility(half) = Decisions::Feasibility.new(half.plan, half.base, @memory, free: free)

      # Do both policies know the same of what the conditions ask about?
      def alike?
        return true if @halves.size < 2

        asked.all? { |key| @halves.map { |half| known(half, key) }.uniq.size == 1 } &&
          (directories.uniq(&:object_id).one? || memberships.all? do |members|
            directories.map do |each|
              Standing.of(each, members)
            end.uniq.one?
          end)
      end

      def directories = @halves.map { |half| half.side.directory }

      # What is asked of people whom a record names.
      def memberships = @conditions.flat_map { |node| Standing.memberships(node) }.uniq

      # What the conditions look up, with what computed fields among it are calculated from.
      def asked
        own = @halves.flat_map { |half| Decisions::ValueEffects.fields_read(@conditions, half.side.type) }
        own.uniq.map { |id| [:entered, id] } | @conditions.flat_map(&:reads).reject { |kind, *| kind == :stored }
      end

      # What a policy knows of something looked up, in a form that compares.
      def known(half, key)
        kind, id, other = key
        side = half.side
        case kind
        when :entered then about(side.field(id))
        when :related then about(side.policy.record_type(side.field(id)&.refers_to)&.field(other))
        when :time then side.policy.zone.identifier
        when :attribute then half.question.principals.attributes[id]
        end
      end

      def about(field)
        field && [field.kind_name, field.formula, field.options, field.max_length, field.refers_to, field.numbering,
                  field.typed_when_incomplete?]
      end

      # What each of them writes that bears on the conditions, in a form that compares; nil where that can't be decided.
      def writers
        @halves.map do |half|
          writing = Decisions::Writers.new(half.plan).bearing_on(@conditions, ->(example) { example })
          (writing&.writers || []).map do |each|
            [each.field.id, each.guard&.identity, each.covered&.map { |way| way.transform_keys(&:identity) },
             each.source&.to_h, each.default]
          end
        rescue Conditions::Solver::Unknown
          nil
        end
      end
    end
  end
end
