# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Lines of a comparison that are told in one sentence: the same kind of change in several fields and modes, under a
    # condition that all have in common. What only some of them ask besides stands with their fields.
    class Row
      # One field of a row. lines: Array of Line, the same but for mode.
      Entry = Struct.new(:lines) do
        def line = lines[0]
        def modes = lines.map(&:mode)
      end

      FILLING = ["must fill more", "must fill less"].freeze
      private_constant :FILLING

      # Array of Entry, the Array of words of the condition that all share, and whom it is about: Array of identifiers.
      attr_reader :entries, :shared, :people

      # lines: Array of Line, merged; the block tells of a line what else has to be the same. Returns an Array of Row.
      def self.of(lines, &alike)
        modes_first = lines.group_by { |line| line.to_h.except(:mode, :example) }.values.map { |same| Entry.new(same) }
        apart = lines.map { |line| Entry.new([line]) }
        [in_rows(modes_first, &alike), modes_together(in_rows(apart, &alike))].min_by(&:size)
      end

      def self.in_rows(entries)
        entries.group_by { |entry| [entry.modes, yield(entry.line), kind(entry.line)] }.values
          .flat_map { |bucket| split(bucket) }
      end

      # What has to be the same: all that is told once for the whole row.
      def self.kind(line)
        way = line.direction
        # That it has to be filled too is said of the field.
        way -= FILLING if (way - FILLING).any?
        [line.record_type, line.units, line.channels, line.from, line.till, line.partly, way,
         way.empty? && [line.before, line.after]]
      end

      # A row begins with what asks least of most people; others join it where they ask at most one thing more, for
      # some of its people.
      def self.split(bucket)
        left = bucket.sort_by { |entry| [entry.line.asks.size, -entry.line.people.size] }
        rows = []
        until left.empty?
          first = left.first
          taken = left.select { |entry| first.equal?(entry) || joins?(entry.line, first.line) }
          # A field is told once in a row.
          taken = taken.uniq { |entry| entry.line.field }
          rows << new(bucket & taken, first.line.asks, first.line.people)
          left -= taken
        end
        rows
      end

      def self.joins?(line, first)
        more = line.asks.size - first.asks.size
        (first.asks - line.asks).empty? && more <= (first.asks.empty? ? 0 : 1) && (line.people - first.people).empty?
      end

      # Rows that are the same but for their modes.
      def self.modes_together(rows)
        alike = rows.group_by do |row|
          [row.shared, row.people.sort, row.entries.map { |entry| entry.line.to_h.except(:mode, :example) }]
        end
        alike.values.map do |same|
          entries = same.map(&:entries).transpose.map { |found| Entry.new(found.flat_map(&:lines)) }
          new(entries, same[0].shared, same[0].people)
        end
      end
      private_class_method :in_rows, :kind, :split, :joins?, :modes_together

      def initialize(entries, shared, people)
        @entries = entries
        @shared = shared
        @people = people
      end

      # Array of Line: all of it.
      def lines = entries.flat_map(&:lines)
      def fields = entries.map { |entry| entry.line.field }

      # As of a Line.
      def users = people - [Directory::User::NEWCOMER.id]
      def modes = entries[0].modes

      # The Line that stands for it, of those whose change is made most often.
      def line
        @line ||= entries.group_by { |entry| [entry.line.before, entry.line.after] }.values.max_by(&:size)[0].line
      end

      # Array of words of Direction that hold for all of its lines.
      def direction = entries.map { |entry| entry.line.direction }.reduce(:&)
    end
  end
end
