# frozen_string_literal: true

module CobaltLedger
  module Changes
    # People who may meet stored records otherwise, told apart only as far as the lines of a comparison tell them apart.
    class MeetingPeople
      # Some people with the lines they are named in.
      class Kind
        # people: Array of identifiers; lines: Array of Line and Undecided.
        def initialize(people, lines)
          @people = people
          @known = people.to_set
          @lines = lines
          @asked = {}
          @others = {}
        end

        # What they may meet otherwise at a unit: Hash of [mode, channel] to Array of field identifiers.
        def asked(unit)
          @asked[unit] ||= @lines.select { |line| line.units.include?(unit) }
            .group_by { |line| [line.mode, line.channels.include?("form") ? "form" : line.channels.first] }
            .transform_values { |lines| lines.map(&:field).uniq }
        end

        # The same people in groups of which a record tells no one apart; the same groups are the same objects.
        # named: Set of identifiers whom it names.
        def parted(named)
          own = named.select { |id| @known.include?(id) }
          own.map { |id| alone(id) } + (own.size < @people.size ? [others(own)] : [])
        end

        private

        def alone(id) = @others[[id]] ||= [id]
        def others(own) = own.empty? ? @people : @others[[:but, *own.sort]] ||= @people - own.to_a
      end

      # lines: Array of Line and Undecided of one record type. What is met in creating is about no stored record.
      def initialize(lines)
        lines = lines.reject { |line| line.mode == "create" }
        named = Hash.new { |found, id| found[id] = [] }
        lines.each_with_index { |line, place| line.people.each { |id| named[id] << place } }
        # Stored records are told of those who can meet them today.
        named.delete(Directory::User::NEWCOMER.id)
        @kinds = named.keys.group_by do |id|
          named[id]
        end.map { |places, people| Kind.new(people, lines.values_at(*places)) }
        @at = {}
      end

      def any? = @kinds.any?

      # Array of Kind that may meet records of a unit otherwise.
      def of(unit) = @at[unit] ||= @kinds.select { |kind| kind.asked(unit).any? }
    end
  end
end
