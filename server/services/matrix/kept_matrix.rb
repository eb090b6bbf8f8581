# frozen_string_literal: true

module Server
  # An access matrix that somebody keeps in a file: how it was read, and how it differs from a policy.
  class KeptMatrix
    # Notes and headings that are listed at most.
    LISTED = 200

    # state: PolicyStore::Compiled; asked: Hash with "content" (base64), and as wanted "record_type", "sheet", "mode",
    # "unit" (all when left out), "separator", "encoding", "meanings", "fields", "audiences". Raises BadInput.
    def initialize(state, asked)
      @state = state
      @asked = asked
      @grids, @text = in_content { grids }
    end

    # Catalogue::RecordType that it is about: the one asked for, else the one that a sheet is called by, else the one of
    # which most fields are named.
    def record_type
      @record_type ||= if @asked["record_type"]
                         @state.policy.record_type(@asked["record_type"]) ||
                           raise(CobaltLedger::BadInput.at("/record_type", "the policy has no such record type"))
                       else
                         types.max_by { |type| [called(type) ? 1 : 0, known_names(type)] } ||
                           raise(CobaltLedger::BadInput.at("/record_type", "the policy has no record type yet"))
                       end
    end

    def matrix = reading.matrix

    # The Difference under a policy. engine: CobaltLedger::Decisions::Engine.
    def difference(engine)
      CobaltLedger::Matrices::Difference.new(engine, matrix, mode: mode, units: units, at: @state.moment || Time.now)
    end

    def mode = @asked["mode"] || "edit"

    # What is sent: how it was read, what it could not tell, and each cell beside the policy.
    def to_h
      cells = difference(@state.engine).cells
      { "record_type" => record_type.id, "sheets" => @grids.map(&:name), "sheet" => grid.name, "mode" => mode,
        "read_as" => @text&.to_h, **reading_view, "columns" => columns, "rows" => rows(cells),
        "counts" => { "same" => 0, "other" => 0, "depends" => 0, "undecided" => 0 }.merge(
          cells.map(&:verdict).tally
        ) }.compact
    end

    # JSON-ready, of a CobaltLedger::Matrices::Difference::Cell. Units only where they differ.
    def cell(cell)
      apart = cell.found.values.uniq.size > 1
      { "field" => cell.field, "audience" => cell.audience, "said" => cell.said, "levels" => cell.levels,
        "verdict" => cell.verdict,
        "units" => apart ? cell.found.map { |unit, levels| { "unit" => unit, "levels" => levels } } : nil }.compact
    end

    def name_of(audience)
      CobaltLedger::Words.capitalize(CobaltLedger::Matrices::Difference.name_of(audience, @state.directory))
    end

    private

    def types = @state.policy.record_types.values

    def grids
      names = CobaltLedger::Matrices::Names.audiences(@state.directory)
      CobaltLedger::Formats::Grids.read(@asked["content"].unpack1("m0"), separator: @asked["separator"],
                                                                         encoding: @asked["encoding"]) do |heading|
        names.key(heading)
      end
    rescue ArgumentError
      raise CobaltLedger::BadInput.at("/content", "is not base64")
    end

    def called(type) = @grids.find { |grid| same?(grid.name, type.name) || same?(grid.name, type.id) }
    def same?(one, other) = [one, other].map { |text| text.downcase.gsub(/[^\p{L}\p{N}]+/, " ").strip }.uniq.one?

    def known_names(type)
      names = CobaltLedger::Matrices::Names.fields(type)
      @grids.sum { |grid| grid.rows.flatten.uniq.count { |text| names.key(text) } }
    end

    def grid
      @grid ||= if @asked["sheet"]
                  @grids.find { |grid| grid.name == @asked["sheet"] } ||
                    raise(CobaltLedger::BadInput.at("/sheet", "the workbook has no sheet “#{@asked['sheet']}”"))
                else
                  called(record_type) || @grids.max_by { |grid| grid.rows.flatten.reject(&:empty?).size } ||
                    raise(CobaltLedger::BadInput.at("/content", "holds no sheet"))
                end
    end

    def reading
      @reading ||= in_content do
        CobaltLedger::Matrices::Reading.new(
          grid, record_type, types, @state.directory,
          **%i[meanings fields audiences].to_h { |name| [name, @asked[name.to_s] || {}] }
        )
      end
    end

    # Faults of the file as faults of what was sent.
    def in_content
      yield
    rescue CobaltLedger::BadInput => e
      raise e if e.faults.all? { |fault| fault.pointer.start_with?("/") }

      raise(CobaltLedger::BadInput, e.faults.map do |fault|
        CobaltLedger::Fault.new(pointer: "/content #{fault.pointer}".strip, message: fault.message)
      end)
    end

    def units
      return @state.directory.owning_units unless @asked["unit"]

      unit = @asked["unit"]
      known = @state.directory.find(:unit, unit) || @state.directory.owning_units.include?(unit)
      known ? [unit] : raise(CobaltLedger::BadInput.at("/unit", "there is no unit “#{unit}”"))
    end

    def reading_view
      { "settled" => reading.settled?,
        "words" => reading.words.map { |each| each.to_h.transform_keys(&:to_s).compact },
        "unknown_fields" => headings(reading.unknown_fields),
        "unknown_audiences" => headings(reading.unknown_audiences),
        "repeated" => headings(reading.repeated),
        "notes" => reading.notes.first(LISTED).map { |each| each.to_h.transform_keys(&:to_s) },
        "missing" => reading.missing.map { |field| { "id" => field.id, "name" => field.name } } }
    end

    def headings(list)
      list.first(LISTED).map do |each|
        { "text" => each.text, "place" => each.place,
          "proposals" => each.proposals.map { |key, name| { "key" => key, "name" => name } } }
      end
    end

    def columns = matrix.audiences.map { |key| { "key" => key, "name" => name_of(key) } }

    def rows(cells)
      found = cells.group_by(&:field)
      matrix.fields.map do |field|
        by_audience = found.fetch(field.id, []).to_h { |each| [each.audience, cell(each).except("field", "audience")] }
        { "field" => field.id, "name" => field.name, "cells" => matrix.audiences.map { |key| by_audience[key] } }
      end
    end
  end
end
