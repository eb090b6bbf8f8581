# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Numbers of which no two may be the same need as many numbers to take (Hall's theorem, by matching: Regin 1994).
      # What a search would find out by trying orders is seen at once.
      class AllDifferent
        # Widest range of a number that is looked at.
        WIDE = 64

        # numbers: Numbers.
        def initialize(numbers)
          @numbers = numbers
        end

        # values: of the search's literals. A clause of literals that are all false, or nil.
        def clash(values)
          edges, taken = apart(values)
          return nil if edges.size < 3

          domains = edges.keys.to_h { |variable| [variable, domain(variable, taken[variable] || {})] }.compact
          cliques(domains.keys, edges).each do |clique|
            found = Matching.short(clique.to_h { |variable| [variable, domains[variable].keys] })
            return blamed(found, edges, taken) if found
          end
          nil
        end

        private

        # Pairs known to differ: [Hash of variable to Hash of other to reason, Hash of variable to Hash of number to
        # reason].
        def apart(values)
          edges = Hash.new { |hash, key| hash[key] = {} }
          taken = Hash.new { |hash, key| hash[key] = {} }
          @numbers.equalities.each do |literal, (form, number)|
            next unless values[literal] == false

            if form.size == 1 && form.first[1] == 1 then taken[form.first[0]][number] = literal
            elsif number.zero? && form.values.sort == [-1, 1]
              one, other = form.keys
              edges[one][other] = edges[other][one] = literal
            end
          end
          [edges, taken]
        end

        # Hash of number to true, or nil where there are too many.
        def domain(variable, taken)
          low, _, high, = @numbers.range(variable)
          return nil if low.nil? || high.nil? || high - low >= WIDE

          (low..high).to_h { |number| [number, true] }.reject { |number, _| taken.key?(number) }
        end

        # Groups in which every two differ, largest neighbours first.
        def cliques(variables, edges)
          variables.map do |start|
            (edges[start].keys & variables).sort_by { |each| -edges[each].size }.reduce([start]) do |clique, each|
              clique.all? { |member| edges[each].key?(member) } ? clique << each : clique
            end
          end.map(&:sort).uniq.select { |clique| clique.size > 2 }
        end

        def blamed(variables, edges, taken)
          bounds =
            variables.flat_map do |variable|
              low, below, high, above = @numbers.range(variable)
              [below, above].compact.map { |literal| literal ^ 1 } +
                (taken[variable] || {}).select { |number, _| number.between?(low, high) }.values
            end
          (bounds + variables.combination(2).map { |one, other| edges[one][other] }).uniq
        end
      end
    end
  end
end
