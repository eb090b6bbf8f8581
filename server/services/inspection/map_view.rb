# frozen_string_literal: true

module Server
  # The access map and the reasoning behind its cells, as they are sent.
  class MapView
    # Columns in one map at most.
    COLUMN_LIMIT = 60

    # params: as QuestionReader, and "audiences" ("role:courier,user:asha.brandt"; all roles when left out);
    # sight: Sight of the viewer.
    def initialize(state, params, sight)
      @state = state
      @reader = QuestionReader.new(state, sight)
      @question = @reader.read(params.merge("as" => "everyone:"))
      @keys = keys(params["audiences"])
      @map =
        CobaltLedger::Decisions::AccessMap.new(
          state.engine, @question, @keys.map { |key| @reader.audience(key) }, any_record: @reader.record.nil?
        )
    end

    attr_reader :map, :question

    # The question in words: "outgoing loan, editing, the form, Tidewater House".
    def asked
      [@question.record_type.name, CobaltLedger::Space::MODES.fetch(@question.mode),
       CobaltLedger::Space::CHANNELS.fetch(@question.channel), @state.directory.name_of(:unit, @question.unit),
       @reader.record&.number].compact.join(", ")
    end

    # Cells in which two maps differ: Array of {"field", "column", "before", "after"}.
    def self.differences(before, after)
      before["rows"]
        .zip(after["rows"])
        .flat_map do |old, new|
          old["cells"]
            .each_index
            .reject { |index| old["cells"][index] == new["cells"][index] }
            .map do |index|
              {
                "field" => old["field"], "column" => before["columns"][index]["key"], "before" => old["cells"][index],
                "after" => new["cells"][index]
              }
            end
        end
    end

    def to_h
      { "record_type" => @question.record_type.id, "unit" => @question.unit, "mode" => @question.mode,
        "channel" => @question.channel, "record" => @reader.record&.number, "made_up" => MadeUp.names(@reader),
        "columns" => @keys.zip(@map.columns).map { |key, principals| { "key" => key, "name" => principals.title } },
        "rows" => @map.rows.map { |id, cells| { "field" => id, "cells" => cells.map { |cell| cell(cell) } } } }.compact
    end

    private

    # "read_only" or "read_only|editable"; with "+" where there may be more, and "!" where rules disagree.
    def cell(cell) = cell.levels.join("|") + (cell.complete ? "" : "+") + (cell.contested ? "!" : "")

    def keys(text)
      found = text.to_s.split(",").map(&:strip).reject(&:empty?).uniq
      found = @state.directory.roles.map { |role| "role:#{role.id}" } if found.empty?
      # Where there is no role yet, the map is of someone who has none.
      found = ["everyone:"] if found.empty?
      if found.size > COLUMN_LIMIT && text
        raise CobaltLedger::BadInput.at("/audiences", "names more than #{COLUMN_LIMIT}")
      end

      found.first(COLUMN_LIMIT)
    end
  end
end
