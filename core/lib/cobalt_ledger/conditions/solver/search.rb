# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Looks for an assignment of truth values that satisfies clauses and the theories behind their atoms: conflict-driven
      # clause learning (Marques-Silva, Sakallah 1999; two watched literals and activities as by Moskewicz and others
      # 2001), with theories that explain their conflicts back (DPLL(T): Nieuwenhuis, Oliveras, Tinelli 2006).
      #
      # A literal is an Integer: 2n for a variable, 2n + 1 for its negation. A theory answers to
      #   assign(literal)  takes note of an atom; nil, or a clause of literals that are all false now
      #   undo(count)      forgets the last so many atoms
      #   check            nil, or a clause of literals that are all false now
      #   complete         nil when there is a model, else Arrays of clauses that hold in any case and were not there yet;
      #                    or :unsure where it can't tell
      #   crowded(values)  a clause of literals that are all false now because there is not room for all, or nil
      #   preferred(literal)  how an atom is best tried first: true, false or nil
      class Search
        Clause = Struct.new(:literals, :learned)

        # Conflicts between two restarts, times a term of Luby's sequence.
        RESTART = 48
        DECAY = 1.06
        # Assignments left out because a theory could not tell, before the question is given up.
        UNSURE = 12

        attr_reader :steps, :core, :values

        # budget: Budget.
        def initialize(budget)
          @budget = budget
          @values = []
          @levels = []
          @reasons = []
          @activity = []
          @phases = []
          @owners = []
          @watches = []
          @trail = []
          @limits = []
          @head = 0
          @told = 0
          @theories = []
          @bump = 1.0
          @refuted = false
          @seen = []
          @clauses = []
        end

        def use(theory) = @theories << theory

        # A new variable: its positive literal. theory: whose atom it is; phase: what is tried first.
        def variable(theory = nil, phase: false)
          number = @levels.size
          @values.push(nil, nil)
          @watches.push([], [])
          @levels << 0
          @reasons << nil
          @activity << 0.0
          @phases << phase
          @owners << theory
          @seen << false
          number * 2
        end

        # Has a variable decided before others. literal: either of its two.
        def prefer(literal) = @activity[literal >> 1] = (@activity.max || 0) + @bump

        # How many variables there are.
        def variables = @levels.size

        # Takes over truth values found by another. truths: Hash of variable to true or false.
        def stand(truths)
          back_to(0)
          truths.each { |variable, truth| @values[variable * 2], @values[(variable * 2) + 1] = truth, !truth }
        end

        # Clauses given, without those learned: Array of Array of literals.
        def clauses = @clauses.map(&:literals) + @trail.first(@limits[0] || @trail.size).map { |literal| [literal] } + (@refuted ? [[]] : [])

        # Adds a clause that holds in any case. literals: Array of Integer.
        def add(literals)
          literals = literals.uniq
          return if literals.any? { |literal| literals.include?(literal ^ 1) }

          back_to(0) unless @limits.empty?
          literals = literals.reject { |literal| @values[literal] == false }
          return if literals.any? { |literal| @values[literal] }

          case literals.size
          when 0 then @refuted = true
          when 1 then @refuted = true unless enqueue(literals[0], nil)
          else
            @clauses << (clause = Clause.new(literals, false))
            watch(clause)
          end
        end

        # Assumes literals and looks for a model. Returns true, false (core: the assumptions that can't hold together),
        # :unsure when a theory could not tell of some assignment, or :spent when the budget ended first.
        def solve(assumptions)
          back_to(0)
          @core = []
          # What a theory could not tell of is left out for this question only.
          @guard = variable(phase: true)
          @unsure = 0
          found = run([@guard] + assumptions)
          return found unless found == false

          @core.include?(@guard) ? :unsure : false
        end

        # Clears what was decided, so that more can be added.
        def reset = back_to(0)

        private

        def run(assumptions)
          return false if @refuted

          crowded = false
          conflicts = 0
          restarts = 1
          limit = RESTART
          loop do
            conflict = propagate
            if conflict
              return :spent unless @budget.spend(16)

              conflicts += 1
              return false unless resolve(conflict, assumptions)

              @bump *= DECAY
              rescale if @bump > 1e100
              if conflicts >= limit
                conflicts = 0
                limit = RESTART * luby(restarts += 1)
                back_to(assumptions.size) if @limits.size > assumptions.size
                crowded = true
              end
            elsif crowded && @limits.size >= assumptions.size
              # What is not easy may be a matter of counting.
              crowded = false
              conflict = Pigeonholes.new(clauses, @values).clash || @theories.lazy.filter_map { |theory| theory.crowded(@values) }.first
              return false if conflict && !resolve(conflict, assumptions)
            else
              told = proceed(assumptions)
              return told unless told == :on
            end
          end
        end

        # Decides something, or ends: true, false, :spent, or :on.
        def proceed(assumptions)
          while @limits.size < assumptions.size
            wanted = assumptions[@limits.size]
            case @values[wanted]
            when false
              @core = clashing(wanted)
              return false
            when true then @limits << @trail.size
            else
              @limits << @trail.size
              enqueue(wanted, nil)
              return :on
            end
          end
          variable = pick
          return complete(assumptions) unless variable
          return :spent unless @budget.spend(1)

          @limits << @trail.size
          owner = @owners[variable]
          phase = owner&.preferred(variable * 2)
          phase = @phases[variable] if phase.nil?
          enqueue(phase ? variable * 2 : (variable * 2) + 1, nil)
          :on
        end

        def complete(assumptions)
          @theories.each do |theory|
            lemmas = theory.complete
            next if lemmas.nil?
            return :spent if lemmas == :spent || !@budget.spend(2)

            if lemmas == :unsure
              return :unsure if (@unsure += 1) > UNSURE

              lemmas = [[@guard ^ 1] + @limits.drop(assumptions.size).map { |place| @trail[place] ^ 1 }]
            end
            return lemmas.all? { |lemma| take(lemma, assumptions) } ? :on : false
          end
          true
        end

        # Adds a clause in the middle of the search. False when nothing can hold any more.
        def take(literals, assumptions)
          literals = literals.uniq
          return true if literals.any? { |literal| literals.include?(literal ^ 1) }

          # Unassigned and true ones first, then those decided last.
          literals = literals.sort_by { |literal| @values[literal] == false ? -@levels[literal >> 1] : -1_000_000 }
          return resolve(literals, assumptions) if @values[literals[0]] == false
          return learn(literals[0], nil) && true if literals.size == 1

          if @values[literals[1]] == false && @values[literals[0]].nil?
            back_to(@levels[literals[1] >> 1])
            clause = Clause.new(literals, true)
            watch(clause)
            return enqueue(literals[0], clause)
          end
          watch(Clause.new(literals, true))
          true
        end

        # A literal that holds whatever is assumed.
        def learn(literal, clause)
          back_to(0)
          return true if enqueue(literal, clause)

          @refuted = true
          false
        end

        # Learns from a conflict and goes back to where it matters. False when the assumptions can't hold together.
        def resolve(literals, assumptions)
          highest = literals.map { |literal| @levels[literal >> 1] }.max || 0
          if highest.zero?
            @refuted = true
            return false
          end
          back_to(highest)
          # Assumptions are decided first: a conflict on their levels is theirs.
          if highest <= assumptions.size
            @core = blamed(literals)
            return false
          end
          learned, level = analyse(literals)
          back_to(level)
          clause = learned.size > 1 ? Clause.new(learned, true).tap { |each| watch(each) } : nil
          enqueue(learned[0], clause)
          true
        end

        # The assumptions a conflict hangs on.
        def blamed(literals)
          marked = {}
          literals.each { |literal| marked[literal >> 1] = true if @levels[literal >> 1].positive? }
          found = []
          (@trail.size - 1).downto(@limits[0] || 0) do |place|
            literal = @trail[place]
            next unless marked[literal >> 1]

            reason = @reasons[literal >> 1]
            if reason.nil? then found << literal
            else reason.literals.each { |each| marked[each >> 1] = true if @levels[each >> 1].positive? && each != literal }
            end
          end
          found
        end

        # The assumptions that make a wanted one false, with it.
        def clashing(wanted)
          return [wanted] if @levels[wanted >> 1].zero?

          blamed([wanted]) | [wanted]
        end

        # First unique implication point: [learned clause with the asserting literal first, level to go back to].
        def analyse(literals)
          learned = [nil]
          open = 0
          place = @trail.size - 1
          current = @limits.size
          literal = nil
          loop do
            literals.each do |each|
              variable = each >> 1
              next if each == literal || @seen[variable] || @levels[variable].zero?

              @seen[variable] = true
              bump(variable)
              if @levels[variable] == current then open += 1
              else learned << each
              end
            end
            place -= 1 until @seen[@trail[place] >> 1]
            literal = @trail[place]
            @seen[literal >> 1] = false
            place -= 1
            open -= 1
            break if open.zero?

            literals = @reasons[literal >> 1].literals
          end
          learned[0] = literal ^ 1
          marked = learned.drop(1)
          learned = [learned[0]] + marked.reject { |each| implied?(each) }
          marked.each { |each| @seen[each >> 1] = false }
          return [learned, 0] if learned.size == 1

          highest = (1...learned.size).max_by { |index| @levels[learned[index] >> 1] }
          learned[1], learned[highest] = learned[highest], learned[1]
          [learned, @levels[learned[1] >> 1]]
        end

        # Does it follow from the others of the learned clause?
        def implied?(literal)
          reason = @reasons[literal >> 1] or return false
          reason.literals.all? { |each| each >> 1 == literal >> 1 || @seen[each >> 1] || @levels[each >> 1].zero? }
        end

        def bump(variable) = @activity[variable] += @bump

        def rescale
          @activity.map! { |each| each * 1e-100 }
          @bump *= 1e-100
        end

        # The most active variable without a value, or nil.
        def pick
          best = nil
          highest = -1.0
          variable = 0
          size = @levels.size
          while variable < size
            if @values[variable * 2].nil? && @activity[variable] > highest
              best = variable
              highest = @activity[variable]
            end
            variable += 1
          end
          best
        end

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

        # Follows what is known. Returns the literals of a clause that is false, or nil.
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

        def propagate_clauses
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

        # 1, 1, 2, 1, 1, 2, 4, ...
        def luby(number)
          size = 1
          sequence = 0
          while size < number + 1
            sequence += 1
            size = (size * 2) + 1
          end
          while size - 1 != number
            size = (size - 1) / 2
            sequence -= 1
            number %= size
          end
          2**sequence
        end
      end
    end
  end
end
