# frozen_string_literal: true

module CobaltLedger
  module Commands
    # bin/ledger matrix: an access matrix that somebody keeps in a spreadsheet, beside a policy.
    class MatrixCommand < Command
      known_as "matrix", order: 6
      says <<~TEXT
        matrix FILE     lists the cells of a spreadsheet (.xlsx or .csv) in which a policy gives something else; exits
                        with 1 when there are any, or when something could not be told or decided
          --policy FILE --directory FILE --record-type ID
          --mode MODE        what it is about (default: edit)
          --sheet NAME       of a workbook (default: the one called like the record type, else the first)
          --meanings FILE    JSON of what cells mean, as in {"see note": "read_only", "n/a": "unsaid"}
      TEXT

      # Returns :found when anything differs, or could.
      def run
        policy = policy()
        engine = Decisions::Engine.new(policy, directory)
        read = in_file(file) { |bytes| reading(bytes, record_type(policy), policy) }
        mode = one_of("mode", Decisions::Question::MODES, "edit")
        cells = Matrices::Difference.new(engine, read.matrix, mode: mode, units: directory.owning_units, at: Time.now)
          .cells
        apart = cells.reject(&:same?)
        untold = untold(read)
        lines = apart.map { |cell| told(cell, read) } + untold + [counted(cells, apart)]
        out.write(lines.map { |line| "#{line}\n" }.join)
        :found if apart.any? || untold.any?
      end

      private

      def reading(bytes, type, policy)
        sheets, = Formats::Grids.read(bytes)
        name = options["sheet"]
        sheet = sheets.find { |each| each.name == (name || type.name) } || (sheets.first unless name)
        raise BadInput.at("--sheet", "the workbook has no sheet “#{name}”") unless sheet

        Matrices::Reading.new(sheet, type, policy.record_types.values, directory, meanings: meanings)
      end

      def meanings
        path = options["meanings"] or return {}
        found = in_file(path) { |text| Formats::StrictJson.read(text) }
        return found if found.is_a?(Hash) && (found.values - Matrices::Legend::MEANINGS).empty?

        raise BadInput.at("--meanings", "must give each kind of cell one of #{Matrices::Legend::MEANINGS.join(', ')}")
      end

      def told(cell, read)
        field = read.matrix.record_type.field(cell.field).name
        who = Matrices::Difference.name_of(cell.audience, directory)
        levels = cell.levels.map { |level| name(level) }.join(" or ")
        "#{field}, #{who}: #{name(cell.said)} in the spreadsheet, #{levels} by the policy" \
          "#{' (depends on the record)' if cell.verdict == 'depends'}#{' (not decided)' if cell.verdict == 'undecided'}"
      end

      def name(level) = Access::State::LEVEL_NAMES.fetch(level)

      # What could not be told, each with its place.
      def untold(read)
        words = read.words.reject(&:meaning).map do |word|
          "#{word.place}: what does “#{word.text}” mean? (#{word.times})"
        end
        headings = [*read.unknown_audiences, *read.unknown_fields]
          .map { |each| "#{each.place}: no field or audience is called “#{each.text}”" }
        words + headings
      end

      def counted(cells, apart) = "#{cells.size - apart.size} of #{Words.count(cells.size, 'cell')} agree."
    end
  end
end
