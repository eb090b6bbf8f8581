# frozen_string_literal: true

module Server
  # The records of a type that someone may meet in lists, as a relation that the database can count, sort and cut. What
  # opening depends on is mostly the unit and a few fields of few values, so each combination of these that is stored is
  # decided once, by the decision itself, and the database is only asked for those that came out open.
  class OpenRecords
    OPENING = CobaltLedger::Catalogue::Action.id("open")

    # Where they are to be met: in lists, and not shut to being viewed.
    MODES = %w[list view].freeze

    # Combinations up to which they are written out; beyond that the records are, and these are remembered for a moment.
    COMBINATIONS = 500
    MOMENT = 60
    MEMORY = CobaltLedger::Memory.new(40)

    # visitor: Visitor; type: CobaltLedger RecordType.
    def initialize(visitor, type)
      @visitor = visitor
      @type = type
    end

    # An Active Record relation.
    def relation = parts.first

    # How many they are: Integer. Known from looking for them.
    def count = parts.last

    private

    # [relation, how many it holds]
    def parts
      @parts ||= begin
        units = all.group(:unit).count
        always, depends = units.keys.map { |unit| [unit, reads(unit)] }.partition { |_, reads| reads.nil? }
        open = always.map(&:first).select { |unit| open?(unit, {}) }
        depends.group_by(&:last).reduce([all.where(unit: open), units.values_at(*open).sum]) do |sum, (fields, places)|
          found, count = some(all.where(unit: places.map(&:first)), fields)
          [sum[0].or(found), sum[1] + count]
        end
      end
    end

    def all = Record.where(record_type: @type.id)

    # What opening the records of a unit depends on, in any of the modes: as Glance#reads.
    def reads(unit)
      found = MODES.map { |mode| @visitor.opening(@type).reads(asked(unit, mode)) }
      found.all?(&:nil?) ? nil : found.compact.flatten.uniq.sort_by(&:to_s)
    end

    def asked(unit, mode)
      @asked ||= {}
      @asked[[unit, mode]] ||= @visitor.question(@type, Record.new(unit: unit, stored: "{}"), mode)
    end

    def open?(unit, stored, locked: false)
      MODES.all? do |mode|
        question = asked(unit, mode).with(stored: stored, locked: locked, **Referred.of(@visitor, @type, stored))
        @visitor.opening(@type).of(question)[OPENING].allowed?
      end
    end

    # Those of some records that are open, and how many. fields: as from reads.
    def some(records, fields)
      names = fields - [:locked]
      columns = ["unit", flag(fields), *names.map { |id| value(id) }]
      asked = columns.map { |each| Arel.sql(each) }
      open = remembered(fields) do
        combinations = records.group(*asked).limit(COMBINATIONS + 1).pluck(*asked, Arel.sql("count(*)"))
        next :many if combinations.size > COMBINATIONS

        combinations.select { |row| open_row?(row[0...-1], names) }
      end
      return by_number(records, columns, names, fields) if open == :many
      return [records.none, 0] if open.empty?

      quoted = open.map { |row| "(#{row[0...-1].map { |each| Record.connection.quote(each) }.join(', ')})" }
      [records.where("(#{columns.join(', ')}) IN (VALUES #{quoted.join(', ')})"), open.sum(&:last)]
    end

    # What the block finds, kept while no record is changed or locked again by itself, and no longer than to the next
    # full minute, at which windows may open or shut.
    def remembered(*parts, &block)
      MEMORY.fetch([@visitor.key, @type.id, *parts, *Record.standing(@visitor.at), @visitor.at.to_i / MOMENT], &block)
    end

    # Is the record locked by hand at the moment? Only where that is asked for.
    def flag(fields)
      return "0 + 0" unless fields.include?(:locked)

      now = Record.connection.quote(@visitor.at.getutc.strftime("%F %T.%6N"))
      "(locked AND (lifted_until IS NULL OR lifted_until <= #{now}))"
    end

    # A stored value as JSON text.
    def value(id) = "COALESCE(stored -> #{Record.connection.quote("$.\"#{id}\"")}, 'null')"

    def open_row?(row, names)
      unit, locked, *texts = row
      stored = names.zip(texts).to_h { |id, text| [id, JSON.parse(text, decimal_class: BigDecimal)] }.compact
      open?(unit, stored, locked: locked == 1)
    end

    def by_number(records, columns, names, fields)
      ids = remembered(fields, :numbers) do
        known = {}
        rows = records.pluck(:id, *columns.map { |each| Arel.sql(each) })
        rows.filter_map do |id, *row|
          known[row] = open_row?(row, names) unless known.key?(row)
          id if known[row]
        end
      end
      [records.where("id IN (SELECT value FROM json_each(?))", JSON.generate(ids)), ids.size]
    end
  end
end
