# frozen_string_literal: true

module CobaltLedger
  module Matrices
    # What a policy makes of each cell of a matrix, for any record, beside what the matrix says of it.
    class Difference
      # field, audience: as of the matrix; said: a level; found: Hash of unit to Array of the levels that can be there;
      # complete: false where not every combination of values could be decided.
      Cell = Struct.new(:field, :audience, :said, :found, :complete) do
        # All levels that can be, from least to most ink.
        def levels = found.values.flatten.uniq.sort_by { |level| Access::State::ORDER.fetch(level) }

        # "same", "other", "depends" where it is so for some records or units only, or "undecided".
        def verdict
          return levels.include?(said) ? "depends" : "other" if levels.size > 1
          return "other" unless levels == [said]

          complete ? "same" : "undecided"
        end

        def same? = verdict == "same"
      end

      # "role:courier" -> [:role, "courier"]
      def self.audience(key)
        kind, id = key.split(":", 2)
        [kind.to_sym, id]
      end

      # "role:courier" -> "Courier"; whoever a matrix does not name is "everyone else".
      def self.name_of(key, directory)
        kind, id = audience(key)
        kind == :everyone ? "everyone else" : directory.name_of(kind, id)
      end

      # engine: Decisions::Engine; matrix: Matrix; mode, channel: of Space; units: identifiers; at: Time.
      def initialize(engine, matrix, mode:, units:, at:, channel: "form")
        @engine = engine
        @matrix = matrix
        @asked = { record_type: engine.policy.record_type(matrix.record_type.id), mode: mode, channel: channel, at: at }
        @units = units
      end

      # Array of Cell, one for each that the matrix says something of, in the order of fields and audiences.
      def cells
        @cells ||= begin
          maps = @units.to_h { |unit| [unit, rows(unit)] }
          @matrix.fields.flat_map do |field|
            @matrix.audiences.each_with_index.filter_map do |audience, index|
              said = @matrix.said[[field.id, audience]] or next
              met = maps.transform_values { |map| map.fetch(field.id)[index] }
              Cell.new(field.id, audience, said, met.transform_values(&:levels), met.values.all?(&:complete))
            end
          end
        end
      end

      private

      def rows(unit)
        question = Decisions::Question.new(principals: @engine.directory.bare(:everyone), unit: unit, **@asked)
        columns = @matrix.audiences.map { |key| @engine.directory.bare(*Difference.audience(key)) }
        Decisions::AccessMap.new(@engine, question, columns).rows
      end
    end
  end
end
