# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # What rules do to values before conditions are looked at: each written field ends as the first writer that acts
      # says, or as it was. Where no writer depends on what comes of its own writing, the form settles in one way only,
      # so these equations are what holds; where one does, nothing is said.
      class Writing
        # One writer of one field. guard: Node under which it acts, or nil for always; covered: for one that acts only
        # while the field is hidden, Array of [Hash of Node to outcome]: ways in which it is; source: Operand, or nil
        # for blank; default: does it count only where nothing was typed?
        Writer = Struct.new(:field, :guard, :covered, :source, :default, keyword_init: true)

        attr_reader :writers

        # writers: Array of Writer, in the order in which they are asked; settle: lambda from an example to the Facts
        # once the rules have done to its values what they do.
        def initialize(writers, settle)
          @writers = writers
          @settle = settle
        end

        # example: Model. The same with what the rules write put in.
        def settle(example) = @settle.call(example)

        # Writers of a field.
        def on(id) = writers.select { |writer| writer.field.id == id }

        # Conditions that are looked at to tell who writes.
        def conditions
          writers.flat_map { |writer| [writer.guard, *(writer.covered || []).flat_map(&:keys)].compact }.uniq
        end

        # Comparisons that say which values may meet: Array of [Comparison, false].
        def comparisons
          writers
            .select(&:source)
            .map { |writer| [Comparison.new("equal", Operands::Entered.new(writer.field), writer.source), false] }
        end

        # Does a writer hang, through others or not, on what it writes? formulas: Catalogue::Formulas.
        def circular?(formulas)
          edges =
            writers
              .group_by { |writer| writer.field.id }
              .transform_values do |own|
                read =
                  own
                    .flat_map do |writer|
                      [writer.guard, writer.source, *(writer.covered || []).flat_map(&:keys)].compact
                    end
                    .flat_map(&:reads)
                ids = read.filter_map { |kind, id| id if %i[entered related].include?(kind) }
                ids | ids.flat_map { |id| formulas.inputs_of(id) }
              end
          !Graph.ring(edges) { |id| edges.fetch(id, []) }.nil?
        end
      end
    end
  end
end
