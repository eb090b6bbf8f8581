# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # What stands in a field that rules write: what the first writer that acts says, or what was there.
      class Written
        # world: World; writing: Writing; field: Catalogue::Field; raw: Term of what stands there unless a rule writes.
        def initialize(world, writing, field, raw)
          @world = world
          @writers = writing.on(field.id)
          @field = field
          @raw = raw
        end

        # A Term.
        def term
          raise Unknown, "what rules write to #{@field.name}" if @field.numbered?

          final = Making.open(@world, [:entered, @field.id], @field)
          before = []
          @writers.each do |writer|
            acts = guard(writer)
            stands(final, Formula.all(acts, Formula.none(*before)), value(writer))
            before << acts
          end
          stands(final, Formula.none(*before), @raw)
          final
        end

        private

        def stands(final, given, term)
          Formula.demand(@world.search, Formula.any(Formula.negate(given), final.identical(term)))
        end

        def guard(writer)
          acts = writer.guard ? holds(writer.guard, true) : true
          if writer.covered
            acts =
              Formula.all(
                acts,
                Formula.any(
                  *writer.covered.map { |ways| Formula.all(*ways.map { |node, outcome| holds(node, outcome) }) }
                )
              )
          end
          writer.default ? Formula.all(acts, @raw.blank, @world.untouched(@field.id)) : acts
        end

        def holds(node, outcome) = @world.translation.truth(node, outcome)

        def value(writer)
          return Making.blank(@world, @field) if writer.source.nil?

          (fitting?(writer.source) && writer.source.enter(@world, false)) or
            raise Unknown, "what rules write to #{@field.name}"
        end

        # Is every value of the source one that the field can hold?
        def fitting?(source)
          return true if source.class.constant?

          kinds = [source.subject.kind, @field.kind]
          (kinds.uniq.size == 1 || kinds.all? { |kind| kind.family == :number && !kind.whole? }) &&
            source.subject.options.map(&:id) == @field.options.map(&:id) && source.family != :text
        end
      end
    end
  end
end
