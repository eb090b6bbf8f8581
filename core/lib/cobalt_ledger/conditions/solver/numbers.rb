# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Whole numbers under linear bounds. Decimals enter in units of their last place, days and moments by count.
      # Rationals are decided by the simplex; where a variable is not whole, either equations without a whole solution
      # explain it, or the search decides on which side of the gap to look (branch and bound by splitting on demand:
      # Barrett, Nieuwenhuis, Oliveras, Tinelli 2006).
      class Numbers
        include Lemmas

        # atoms: Hash of literal to [variable, limit it is at most].
        attr_reader :simplex, :atoms

        # search: Search; budget: Budget.
        def initialize(search, budget)
          @search = search
          @budget = budget
          @simplex = Simplex.new(budget)
          @atoms = {}
          @bounds = {}
          @on = {}
          @marks = []
          @equals = {}
          @apart = AllDifferent.new(self)
          @telling = []
          @lemmas = nil
          @dirty = false
          search.use(self)
        end

        # A new variable: its place. low, high: Integer; number: where it stands unless something moves it.
        def variable(low, high, number = 0) = simplex.variable(low, high, number)

        # The formula that a sum is at most a limit. form: Hash of variable to Integer; limit: Integer or Rational.
        def at_most(form, limit)
          form = form.reject { |_, factor| factor.zero? }
          return limit >= 0 if form.empty?

          form = form.sort.to_h
          divisor = form.each_value.reduce(0) { |all, factor| all.gcd(factor) }
          # A sum and its negation share their atoms.
          return atom(place_of(form, divisor), Rational(limit, divisor).floor) if form.first[1].positive?

          Formula.negate(atom(place_of(form, -divisor), Rational(-limit, divisor).ceil - 1))
        end

        # The formula that a sum is at least a limit. form: Hash of variable to Integer; limit: Integer.
        def at_least(form, limit) = at_most(form.transform_values(&:-@), -limit)

        # The formula that a sum is a number. Known as a whole, so that numbers that all differ are noticed.
        def equal(form, number)
          divisor = form.each_value.reduce(0) { |all, factor| all.gcd(factor) }
          return number.zero? if divisor.zero?
          return false unless (Rational(number) / divisor).denominator == 1

          form = form.sort.to_h
          flip = form.first[1].negative? ? -divisor : divisor
          key = [form.transform_values { |factor| factor / flip }, (number / flip).to_i]
          @equals[key] ||= equality(*key)
        end

        # Has the search parted on a sum of variables before it is parted on one of them alone.
        def tell(form) = @telling << form

        # The current value of a sum or a variable: Integer or Rational.
        def value_of(form) = simplex.value_of(form)
        def number(variable) = simplex.numbers[variable]

        # What is known of a variable now: [least, reason, most, reason].
        def range(variable)
          low = simplex.lowers[variable]
          high = simplex.uppers[variable]
          [low&.limit, low&.reason, high&.limit, high&.reason]
        end

        # Sets bounds for a moment: true when the block holds and the numbers are whole then; they stay where they are.
        def trying
          mark = simplex.mark
          held = keeping { yield && simplex.check.nil? && whole? }
          simplex.back_to(mark)
          held
        end

        # Keeps the bounds that the block sets where it holds; else all is as it was.
        def keeping
          mark = simplex.mark
          before = simplex.numbers.dup
          return true if yield

          simplex.back_to(mark)
          simplex.stand(before)
          false
        end

        # Keeps a variable at a number while trying. False where the bounds do not let it be there.
        def fix(variable, number)
          number.is_a?(Integer) && simplex.at_most(variable, number, nil).nil? &&
            simplex.at_least(variable, number, nil).nil?
        end

        # Equalities: literal to [form, number].
        def equalities = @equalities ||= {}

        # -- as a theory of the search

        def assign(literal)
          variable, limit = @atoms.fetch(literal & ~1)
          @marks << simplex.mark
          @dirty = true
          clause(
            literal.even? ? simplex.at_most(variable, limit, literal) : simplex.at_least(variable, limit + 1, literal)
          )
        end

        def undo(count)
          simplex.back_to(@marks[-count])
          @marks.pop(count)
        end

        def check
          return nil unless @dirty

          found = simplex.check
          return nil if found == :spent

          @dirty = false unless found
          clause(found)
        end

        def complete
          collecting do
            found = simplex.check
            next :spent if found == :spent
            next [clause(found)] if found

            variable = fractional
            variable.nil? || dive ? nil : whole(variable)
          end
        end

        def preferred(literal)
          variable, limit = @atoms.fetch(literal)
          simplex.numbers[variable] <= limit
        end

        # Does every variable stand on a whole number?
        def whole? = fractional.nil?

        # Sets what is not whole to a whole number next to it, one variable after the other, as long as the bounds let
        # it.
        def dive
          trying do
            (1..simplex.size).each do
              variable = fractional or break true
              number = simplex.numbers[variable]
              break false unless [number.floor, number.ceil].any? { |near| held?(variable, near) }
            end == true
          end
        end

        # Clauses of numbers that can't all differ; looked for once it is known what is assumed.
        def crowded(values) = @apart.clash(values)

        # Array of places of variables that are no sums.
        def plain = (0...simplex.size).reject { |variable| simplex.form_of(variable) }

        private

        def place_of(form, divisor)
          form = form.transform_values { |factor| factor / divisor }
          form.size == 1 ? form.first[0] : simplex.sum(form)
        end

        def clause(reasons) = reasons&.compact&.map { |literal| literal ^ 1 }&.uniq

        def equality(form, number)
          low = at_most(form, number)
          high = at_least(form, number)
          both = Formula.all(low, high)
          return both unless both.is_a?(Array)

          literal = @search.variable
          add([literal ^ 1, low])
          add([literal ^ 1, high])
          add([literal, low ^ 1, high ^ 1])
          equalities[literal] = [form, number]
          literal
        end

        # The literal that a variable is at most a limit, or what is known of it.
        def atom(variable, limit)
          low = simplex.lowers[variable]
          high = simplex.uppers[variable]
          return true if high && high.reason.nil? && limit >= high.limit
          return false if low && low.reason.nil? && limit < low.limit

          @bounds[[variable, limit]] ||= fresh(variable, limit)
        end

        # With clauses that tie it to its neighbours on the same variable.
        def fresh(variable, limit)
          literal = @search.variable(self)
          @atoms[literal] = [variable, limit]
          line = (@on[variable] ||= [])
          place = line.bsearch_index { |other, _| other > limit } || line.size
          add([line[place - 1][1] ^ 1, literal]) if place.positive?
          add([literal ^ 1, line[place][1]]) if line[place]
          line.insert(place, [limit, literal])
          literal
        end

        # The last variable that is not whole: later ones depend on earlier ones, as weeks do on days.
        def fractional
          (simplex.size - 1)
            .downto(0)
            .find { |variable| simplex.numbers[variable].is_a?(Rational) && simplex.form_of(variable).nil? }
        end

        def held?(variable, number) = keeping { fix(variable, number) && simplex.check.nil? }

        # Equations without a whole solution, or a place to part the search at.
        def whole(variable)
          forms, reasons = equations
          lattice = Lattice.new(forms)
          clash = lattice.clash
          return [clause(clash.flat_map { |index| reasons[index] })] if clash

          form = (lattice.sums + @telling).find { |sum| simplex.value_of(sum).is_a?(Rational) } || { variable => 1 }
          at_most(form, simplex.value_of(form).floor)
          []
        end

        # Sums and variables that are held to one number: [Array of [form, constant], Array of their reasons].
        def equations
          held =
            (0...simplex.size).select do |variable|
              simplex.lowers[variable] && simplex.uppers[variable] &&
                simplex.lowers[variable].limit == simplex.uppers[variable].limit
            end
          [
            held.map { |variable| [simplex.form_of(variable) || { variable => 1 }, -simplex.lowers[variable].limit] },
            held.map { |variable| [simplex.lowers[variable].reason, simplex.uppers[variable].reason] }
          ]
        end
      end
    end
  end
end
