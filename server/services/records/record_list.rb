# frozen_string_literal: true

module Server
  # One page of the records of a type, as one person may see them. Without a search or an order of its own a page is cut
  # by the database, and only its records are decided. Searching and sorting see what the person may see, so every
  # record has to be decided for them, within a budget; which records that gave, and in which order, is remembered for a
  # moment, so that turning the page does not ask again. What stands on a page is decided anew in any case.
  class RecordList
    # Records decided at most for one search or sort.
    BUDGET = 100_000

    # Records up to which searching and sorting is light work.
    LIGHT = 1_000

    # Records read at once.
    BATCH = 1_000

    # Seconds for which what a search or sort gave is remembered, and how many of them.
    MOMENT = 60
    MEMORY = CobaltLedger::Memory.new(40)

    # Families of values that readers write in ways of their own.
    WRITTEN = %i[number date time].freeze

    # What a search or sort gave. numbers: of the records, in order; beyond: records left out; at: Time.
    Found = Struct.new(:numbers, :beyond, :at)

    # One record decided. words: Hash of field identifier to what the person reads; plain: the same to the JSON values
    # of figures, days and moments that are read, for writing them in the reader's own way; keys: the same to what it
    # sorts by.
    Row = Struct.new(:number, :unit, :words, :plain, :masked, :keys, keyword_init: true) do
      def to_view = { "number" => number, "unit" => unit, "words" => words, "values" => plain, "masked" => masked }

      # Does a text, in small letters, stand somewhere in what is read, in whichever way it is written? Only a text with
      # a figure in it can be another way of writing one.
      def holds?(text)
        words.values.compact.any? { |word| word.downcase.include?(text) } ||
          (text.match?(/\d/) &&
            plain.each_value.any? { |value| OtherWays.of(value).any? { |way| way.downcase.include?(text) } })
      end
    end

    # Other ways in which readers write days, moments and figures.
    module OtherWays
      module_function

      # value: JSON value of a Row. Array of String: "2026-03-31", "Mar 31, 2026", "1200.5".
      def of(value)
        day = value.to_s.match(/\A(\d{4}-\d{2}-\d{2})(T|\z)/) or return [value.to_s]
        [value, CobaltLedger::Catalogue::Kinds::Date.parse(day[1], nil).strftime("%b %-d, %Y")]
      end
    end

    # type: RecordType; visitor: Visitor, of whom only what they may open is in it. The block decides a record: Record
    # to what answers [] with a FieldDecision and has values.
    def initialize(type, visitor, &decide)
      @type = type
      @visitor = visitor
      @directory = visitor.state.directory
      @decide = decide
    end

    # page, per_page: Integer; search: text or nil; sort: field identifier or nil. Returns the page as it is sent;
    # "beyond" tells how many records were left out of a search or sort.
    def page(page, per_page, search: nil, sort: nil, descending: false)
      wanted = [search.to_s.strip.downcase, sort, descending]
      plain = wanted.first(2) == ["", nil]
      rows, total, beyond = plain ? cut(page, per_page) : looked_through(page, per_page, wanted)
      {
        "columns" => columns(rows), "total" => total, "page" => page, "per_page" => per_page,
        "rows" => rows.map(&:to_view), "beyond" => beyond&.positive? ? beyond : nil
      }.compact
    end

    # Numbers of the records in which a text stands somewhere that the person may read in the list: Set of String.
    def found(search) = remembered([search.strip.downcase, nil, false]).numbers.to_set

    private

    def open = @open ||= @visitor.opened_in_lists(@type)
    def records = open.relation.order(:number)

    def cut(page, per_page)
      [records.offset((page - 1) * per_page).limit(per_page).map { |record| row(record) }, open.count]
    end

    def looked_through(page, per_page, wanted)
      found = remembered(wanted)
      numbers = found.numbers.slice((page - 1) * per_page, per_page) || []
      rows = records.where(number: numbers).map { |record| row(record) }.sort_by { |row| numbers.index(row.number) }
      [rows, found.numbers.size, found.beyond]
    end

    # A Found; made anew when any record has changed since, or a while has passed.
    def remembered(wanted)
      now = Time.now
      key = [@visitor.key, @type.id, wanted, *Record.standing(now)]
      known = MEMORY[key]
      return known if known && now - known.at < MOMENT

      search, sort, descending = wanted
      rows = all_rows { |row| search.empty? || row.holds?(search) }
      rows = sorted(rows, sort, descending) if sort
      MEMORY.keep(key, Found.new(rows.map(&:number), [open.count - BUDGET, 0].max, now))
    end

    # Those that the block wants, by number. Read in batches, so that what is not wanted is let go again.
    def all_rows(&wanted)
      found = []
      last = ""
      (BUDGET.to_f / BATCH).ceil.times do |number|
        batch = records.where("number > ?", last).limit([BATCH, BUDGET - (number * BATCH)].min)
        batch = Record.bare(batch)
        break if batch.empty?

        found.concat(batch.map { |record| row(record) }.select(&wanted))
        last = batch.last.number
      end
      found
    end

    def row(record)
      decision = @decide.call(record)
      shown = @type.list_fields.reject { |id| decision[id].hidden? }
      told = shown.to_h { |id| [id, told(@type.field(id), decision)] }
      Row.new(
        number: record.number, unit: record.unit, words: told.transform_values(&:first), plain: plain(told, decision),
        keys: told.transform_values(&:last), masked: shown.select { |id| decision[id].masked? }
      )
    end

    # Of what is read as it is.
    def plain(told, decision)
      read = told.select { |id, (words, key)| words && key.first.zero? && WRITTEN.include?(@type.field(id).family) }
      read.to_h { |id, _| [id, @type.field(id).dump(decision.values[id])] }
    end

    # [what the person reads, what it sorts by]; both nil where there is nothing to read.
    def told(field, decision)
      value = decision.values[field.id]
      disclosed = decision[field.id].disclose(value).first
      return [nil, nil] if disclosed.nil?
      return [disclosed, [1, disclosed.downcase]] if decision[field.id].masked?

      words = field.say(value, @directory)
      [words, [0, sortable(field, value, words)]]
    end

    # Figures by size, days and moments by time; all else by what is read.
    def sortable(field, value, words)
      case field.family
      when :date then value.jd.to_r
      when :number, :time then value.to_r
      else words.downcase
      end
    end

    def columns(rows)
      shown = ->(id) { rows.empty? ? seen_somewhere?(id) : rows.any? { |row| row.words.key?(id) } }
      @type.list_fields.select(&shown)
        .map { |id| @type.field(id) }
        .map do |field|
          { "id" => field.id, "name" => field.name, "figures" => field.family == :number, "input" => field.kind.input }
        end
    end

    # Could the person see a field in a list of any records? An empty one tells no more headings than that.
    def seen_somewhere?(id)
      @directory.owning_units.any? do |unit|
        asked = @visitor.question(@type, nil, "list", unit)
        CobaltLedger::Decisions::ModesMet.new(@visitor.state.engine, asked)
          .met?(@type.field(id), "list", @visitor.principals)
      end
    end

    # Blanks come last either way.
    def sorted(rows, sort, descending)
      filled, blank = rows.partition { |row| row.keys[sort] }
      filled.sort_by!.with_index { |row, index| [row.keys[sort], index] }
      (descending ? filled.reverse : filled) + blank
    end
  end
end
