# frozen_string_literal: true

module CobaltLedger
  module Matrices
    # The fewest blocks that fill a matrix: a block is some audiences, and for some fields a level that all of these
    # audiences have there. The cells that need nothing may be covered by what they have already.
    #
    # Fields that are alike are one row, audiences that are alike are one column. Which sets of columns are taken is a
    # set cover: tried for one block, two, three, as long as that is to be done in time; else each time the one that
    # fills most, which is told by `proved?`.
    class Fewest
      # audiences: Array of keys; levels: Hash of field identifier to level.
      Block = Struct.new(:audiences, :levels)

      # Columns of which every set is tried, and steps of the search.
      ALL_SETS = 12
      STEPS = 20_000

      # said: Hash of [field, audience] to level; needed: those of its keys that a block has to fill.
      def initialize(said, needed)
        @said = said
        fields = said.keys.map(&:first).uniq
        audiences = said.keys.map(&:last).uniq
        wanted = needed.to_set
        look = ->(field, audience) { [said[[field, audience]], wanted.include?([field, audience])] }
        @rows = fields.group_by { |field| audiences.map { |audience| look.call(field, audience) } }.values
        @columns = audiences.group_by { |audience| fields.map { |field| look.call(field, audience) } }.values
        @cells = @rows.each_index.to_a.product(@columns.each_index.to_a)
          .select { |row, column| wanted.include?([@rows[row].first, @columns[column].first]) }
      end

      # Array of Block; none where nothing is needed.
      def blocks
        @blocks ||= @cells.empty? ? [] : without_repeats(cover).map { |set, rows| block(set, rows) }
      end

      # Are there certainly no fewer?
      def proved?
        blocks
        @proved != false
      end

      private

      def level(row, column) = @said[[@rows[row].first, @columns[column].first]]

      # Rows of which all columns of a set have the same level.
      def rows_of(set)
        @rows.each_index.select { |row| level(row, set.first) && set.map { |each| level(row, each) }.uniq.size == 1 }
      end

      # The needed cells that a set of columns fills, as bits.
      def filled(set)
        rows = rows_of(set).to_set
        @cells.each_with_index.sum { |(row, column), bit| rows.include?(row) && set.include?(column) ? 1 << bit : 0 }
      end

      def candidates
        sets = @columns.size <= ALL_SETS ? all_sets : some_sets
        found = sets.to_h { |set| [set, filled(set)] }.reject { |_, bits| bits.zero? }
        # Of those that fill the same, the smallest: it is for no one whom it does nothing for.
        found = found.sort_by { |set, bits| [-bits.digits(2).sum, set.size, set] }
        found.each_with_object([]) do |(set, bits), kept|
          kept << [set, bits] if kept.none? { |_, other| other.allbits?(bits) }
        end
      end

      def all_sets
        every = @columns.each_index.to_a
        (1..every.size).flat_map { |size| every.combination(size).to_a }
      end

      # Columns alone, and those that have a level in common in two rows or one.
      def some_sets
        levels = @rows.each_index.flat_map do |row|
          @columns.each_index.group_by { |column| level(row, column) }.except(nil).values
        end.uniq
        pairs = levels.combination(2).first(STEPS).map { |one, other| one & other }
        (@columns.each_index.map { |column| [column] } + levels + pairs).uniq.reject(&:empty?)
      end

      # Sets of columns that together fill all that is needed.
      def cover
        sets = candidates
        all = (1 << @cells.size) - 1
        usual = greedy(sets, all)
        @proved = @columns.size <= ALL_SETS
        @steps = 0
        (1...usual.size).each do |count|
          found = search(sets, all, count) and return found
        end
        usual
      rescue StopIteration
        @proved = false
        usual
      end

      def greedy(sets, left)
        chosen = []
        until left.zero?
          set, bits = sets.max_by { |_, each| (each & left).digits(2).sum }
          chosen << set
          left &= ~bits
        end
        chosen
      end

      # At most so many sets that fill what is left, or nil: one of them has to fill the first of it.
      def search(sets, left, count)
        return [] if left.zero?
        return nil if count.zero?
        raise StopIteration if (@steps += 1) > STEPS

        first = left & -left
        sets.each do |set, bits|
          next if bits.nobits?(first)

          rest = search(sets, left & ~bits, count - 1)
          return [set, *rest] if rest
        end
        nil
      end

      # Each row of a set only where another does not fill the same: Array of [set, rows].
      def without_repeats(sets)
        taken = sets.map { |set| [set, rows_of(set)] }
        @rows.each_index do |row|
          with = taken.select { |_, rows| rows.include?(row) }
          needed = @cells.select { |each, _| each == row }.map(&:last)
          with.sort_by { |set, _| set.size }.each do |pair|
            others = with.reject { |other| other.equal?(pair) }
            next unless (needed - others.flat_map(&:first)).empty?

            pair[1].delete(row)
            with.delete(pair)
          end
        end
        taken.reject { |_, rows| rows.empty? }
      end

      def block(set, rows)
        levels = rows.flat_map { |row| @rows[row].map { |field| [field, level(row, set.first)] } }
        Block.new(set.flat_map { |column| @columns[column] }, levels.to_h)
      end
    end
  end
end
