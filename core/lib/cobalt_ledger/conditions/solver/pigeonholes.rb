# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Clauses that need a literal each, from groups of which one literal at most can hold: where there are fewer
      # groups than clauses, they can't all hold (Hall's theorem). A search alone would try every order of them.
      class Pigeonholes
        # Clauses looked at at most.
        MOST = 4_000

        # clauses: Array of Array of literals; values: of literals, as far as they are known.
        def initialize(clauses, values)
          @clauses = clauses
          @values = values
        end

        # A clause of literals that are all false now, or nil.
        def clash
          return nil if @clauses.size > MOST

          open =
            @clauses
              .reject { |clause| clause.any? { |literal| @values[literal] } }
              .map { |clause| [clause.select { |literal| @values[literal].nil? }, clause] }
          @apart = exclusions(open)
          wanting = disjoint(open.select { |free, _| free.size > 1 && free.all? { |literal| @apart.key?(literal) } })
          wanting.size < 2 ? nil : short(wanting)
        end

        private

        # Clauses that have no literal in common, the shortest first: one literal must not do for two of them.
        def disjoint(clauses)
          taken = {}
          clauses.sort_by { |free, _| free.size }.select do |free, _|
            next false if free.any? { |literal| taken.key?(literal) }

            free.each { |literal| taken[literal] = true }
          end
        end

        # Literals that can't hold together: Hash of literal to Hash of other to the clause that says so.
        def exclusions(open)
          open.each_with_object({}) do |(free, clause), found|
            next unless free.size == 2

            one, other = free.map { |literal| literal ^ 1 }
            (found[one] ||= {})[other] = clause
            (found[other] ||= {})[one] = clause
          end
        end

        def short(wanting)
          together = Hash.new { |hash, key| hash[key] = {} }
          wanting
            .map(&:first)
            .each { |free| free.each { |literal| free.each { |other| together[literal][other] = true } } }
          group_of = groups(wanting.flat_map(&:first).uniq, together)
          found =
            Matching.short(
              wanting.each_index.to_h { |index| [index, wanting[index][0].map { |literal| group_of[literal] }.uniq] }
            )
          found && blamed(wanting.values_at(*found))
        end

        # Literals of which one at most can hold, none twice in one clause: Hash of literal to group.
        def groups(literals, together)
          found = {}
          literals.each do |literal|
            next if found.key?(literal)

            group = [literal]
            @apart.fetch(literal, {}).each_key do |other|
              next if found.key?(other) || together[literal].key?(other) || !together.key?(other)

              group << other if group.all? { |member| @apart[member]&.key?(other) }
            end
            group.each { |member| found[member] = group }
          end
          found
        end

        # What is false already in the clauses that are short of groups, and in those that keep the groups' members
        # apart.
        def blamed(wanting)
          literals = wanting.flat_map(&:first).uniq
          apart = literals.flat_map { |literal| @apart[literal].slice(*literals).values }
          (wanting.map(&:last) + apart).flatten.uniq.select { |literal| @values[literal] == false }
        end
      end
    end
  end
end
