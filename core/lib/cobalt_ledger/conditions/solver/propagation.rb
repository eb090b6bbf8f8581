# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # How Search follows clauses: two literals of each are watched, and looked at only when one of them turns false.
      module Propagation
        private

        def enqueue(literal, reason)
          value = @values[literal]
          return value unless value.nil?

          variable = literal >> 1
          @values[literal] = true
          @values[literal ^ 1] = false
          @levels[variable] = @limits.size
          @reasons[variable] = reason
          @trail << literal
          true
        end

        def watch(clause)
          one, other = clause.literals
          @watches[one] << clause
          @watches[other] << clause
        end

        # Follows what is known: through clauses, then through what the theories find. Returns the literals of a clause
        # that is false, or nil.
        def propagate
          loop do
            conflict = propagate_clauses
            return conflict if conflict

            while @told < @trail.size
              literal = @trail[@told]
              @told += 1
              owner = @owners[literal >> 1] or next
              found = owner.assign(literal)
              return found if found
            end
            @theories.each do |theory|
              found = theory.check
              return found if found
            end
            return nil if @head >= @trail.size
          end
        end

        # One loop on purpose: most of the time is spent here.
        def propagate_clauses # rubocop:disable Metrics
          values = @values
          while @head < @trail.size
            false_literal = @trail[@head] ^ 1
            @head += 1
            watching = @watches[false_literal]
            kept = 0
            index = 0
            size = watching.size
            while index < size
              clause = watching[index]
              index += 1
              literals = clause.literals
              if literals[0] == false_literal
                literals[0] = literals[1]
                literals[1] = false_literal
              end
              first = literals[0]
              if values[first]
                watching[kept] = clause
                kept += 1
                next
              end
              place = 2
              length = literals.size
              place += 1 while place < length && values[literals[place]] == false
              if place < length
                literals[1] = literals[place]
                literals[place] = false_literal
                @watches[literals[1]] << clause
                next
              end
              watching[kept] = clause
              kept += 1
              next unless values[first] == false || !enqueue(first, clause)

              while index < size
                watching[kept] = watching[index]
                kept += 1
                index += 1
              end
              watching.slice!(kept, size - kept)
              return literals
            end
            watching.slice!(kept, size - kept) if kept < size
          end
          nil
        end

        def back_to(level)
          return if @limits.size <= level

          place = @limits[level]
          undone = Hash.new(0)
          (@trail.size - 1).downto(place) do |index|
            literal = @trail[index]
            variable = literal >> 1
            @values[literal] = @values[literal ^ 1] = nil
            @phases[variable] = literal.even?
            undone[@owners[variable]] += 1 if index < @told && @owners[variable]
          end
          undone.each { |owner, count| owner.undo(count) }
          @trail.slice!(place, @trail.size - place)
          @limits.slice!(level, @limits.size - level)
          @head = @trail.size if @head > @trail.size
          @told = @trail.size if @told > @trail.size
        end
      end
    end
  end
end
