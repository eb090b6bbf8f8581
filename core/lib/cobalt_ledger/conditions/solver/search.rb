# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Looks for an assignment of truth values that satisfies clauses and the theories behind their atoms:
      # conflict-driven clause learning (Marques-Silva, Sakallah 1999; two watched literals and activities as by
      # Moskewicz and others 2001), with theories that explain their conflicts back (DPLL(T): Nieuwenhuis, Oliveras,
      # Tinelli 2006).
      #
      # A literal is an Integer: 2n for a variable, 2n + 1 for its negation. A theory answers to
      #   assign(literal)  takes note of an atom; nil, or a clause of literals that are all false now
      #   undo(count)      forgets the last so many atoms
      #   check            nil, or a clause of literals that are all false now
      #   complete         nil when there is a model, else Arrays of clauses that hold in any case and were not there
      # yet;
      #                    or :unsure where it can't decide
      #   crowded(values)  a clause of literals that are all false now because there is not room for all, or nil
      #   preferred(literal)  how an atom is best tried first: true, false or nil
      class Search
        include Propagation
        include Learning

        # Conflicts between two restarts, times a term of Luby's sequence.
        RESTART = 48
        DECAY = 1.06
        # Assignments left out because a theory could not decide, before the question is given up.
        UNSURE = 12

        attr_reader :core, :values

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

        # theory: Theory that is asked about the literals it made.
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
          truths.each do |variable, truth|
            @values[variable * 2] = truth
            @values[(variable * 2) + 1] = !truth
          end
        end

        # Clauses given, without those learned: Array of Array of literals.
        def clauses
          @clauses.map(&:literals) + @trail.first(@limits[0] || @trail.size).map { |literal| [literal] } +
            (@refuted ? [[]] : [])
        end

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
            @clauses << (clause = Clause.new(literals))
            watch(clause)
          end
        end

        # Assumes literals and looks for a model. Returns true, false (core: the assumptions that can't hold together),
        # :unsure when a theory could not decide of some assignment, or :spent when the budget ended first.
        def solve(assumptions)
          back_to(0)
          @core = []
          # What a theory could not decide of is left out for this question only.
          @guard = variable(phase: true)
          @unsure = 0
          found = run([@guard] + assumptions)
          return found unless found == false

          @core.include?(@guard) ? :unsure : false
        end

        private

        def run(assumptions)
          return false if @refuted

          @conflicts = 0
          @restarts = 1
          @crowded = false
          loop do
            conflict = propagate
            conflict ||= crowded if @crowded && @limits.size >= assumptions.size
            told = conflict ? conflicted(conflict, assumptions) : proceed(assumptions)
            return told unless told == :on
          end
        end

        # Learns from a conflict, and begins anew now and then: :on, false, or :spent.
        def conflicted(conflict, assumptions)
          return :spent unless @budget.spend(16)
          return false unless resolve(conflict, assumptions)

          @bump *= DECAY
          rescale if @bump > 1e100
          return :on if (@conflicts += 1) < RESTART * Restarts.luby(@restarts)

          @conflicts = 0
          @restarts += 1
          back_to(assumptions.size) if @limits.size > assumptions.size
          @crowded = true
          :on
        end

        # What is not easy may be a matter of counting: a clause of literals that are all false, or nil.
        def crowded
          @crowded = false
          Pigeonholes.new(clauses, @values).clash ||
            @theories.lazy.filter_map { |theory| theory.crowded(@values) }.first
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
          return learn(literals[0]) if literals.size == 1

          if @values[literals[1]] == false && @values[literals[0]].nil?
            back_to(@levels[literals[1] >> 1])
            clause = Clause.new(literals)
            watch(clause)
            return enqueue(literals[0], clause)
          end
          watch(Clause.new(literals))
          true
        end

        # A literal that holds whatever is assumed.
        def learn(literal)
          back_to(0)
          return true if enqueue(literal, nil)

          @refuted = true
          false
        end
      end
    end
  end
end
