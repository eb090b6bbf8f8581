# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      module Terms
        # One of a few values: an option, a person, a record's number, a place, yes or no. Each value has a literal of
        # its own; where none of them holds, it is blank.
        class Pick < Term
          # values: Hash of value to Formula.
          attr_reader :values, :world

          # world: World; values: Hash of value to Formula, of which one at most holds.
          def initialize(world, values)
            super(Formula.none(*values.values))
            @world = world
            @values = values
          end

          # A Pick over some values. filled: can it not be blank?
          def self.among(world, values, filled: false)
            literals = values.to_h { |value| [value, world.search.variable] }
            at_most_one(world.search, literals.values)
            world.search.add(literals.values) if filled
            new(world, literals)
          end

          # Pairs of a few; of many, each literal rules out the ones after it (a ladder: Gent, Nightingale 2004).
          def self.at_most_one(search, literals)
            return literals.combination(2) { |one, other| search.add([one ^ 1, other ^ 1]) } if literals.size <= 10

            literals.each_slice(8).reduce([]) do |before, group|
              taken = search.variable
              (before + group).combination(2) { |one, other| search.add([one ^ 1, other ^ 1]) }
              (before + group).each { |each| search.add([each ^ 1, taken]) }
              [taken]
            end
          end
          private_class_method :at_most_one

          # True where it is one known value.
          def fixed? = values.values.all?(true)

          def same(other)
            return among(other.values.keys) if other.fixed?
            return other.among(values.keys) if fixed?

            Formula.all(identical(other), filled)
          end

          def equals(other) = same(other)

          def differs(other)
            return false if blank == true || other.blank == true
            return among(values.keys - other.values.keys) if other.fixed?
            return other.among(other.values.keys - values.keys) if fixed?

            Formula.all(filled, other.filled, Formula.negate(identical(other)))
          end

          # Is it one of these? wanted: Array of values.
          def among(wanted) = Formula.any(*values.values_at(*(values.keys & wanted)))

          def identical(other)
            return super if fixed? || other.fixed?

            @world.once([:identical, *[object_id, other.object_id].sort]) { tied(other) }
          end

          def found(holds) = values.find { |_, literal| holds.call(literal) }[0]

          private

          # A literal for being the same, blank included.
          def tied(other)
            search = @world.search
            literal = search.variable
            values.each do |value, own|
              its = other.values[value]
              search.add([literal ^ 1, own ^ 1, *its])
              search.add([literal, own ^ 1, its ^ 1]) if its
            end
            other.values.each_pair { |value, its| search.add([literal ^ 1, its ^ 1, *values[value]]) }
            search.add([literal, *values.values, *other.values.values])
            literal
          end
        end
      end
    end
  end
end
