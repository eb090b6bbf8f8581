# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # What has to hold of literals: true, false, a literal (Integer, its negation differs in the last bit), or
      # [:all, ...] and [:any, ...] of formulas.
      module Formula
        module_function

        # The formulas that all, any or none of some hold. Constants and repeats are left out.
        def all(*parts) = joined(:all, parts, true)
        def any(*parts) = joined(:any, parts, false)
        def none(*parts) = negate(any(*parts))

        # The formula that another does not hold.
        def negate(formula)
          case formula
          when Integer then formula ^ 1
          when true then false
          when false then true
          else [formula[0] == :all ? :any : :all, *formula.drop(1).map { |part| negate(part) }]
          end
        end

        # empty: the value of an empty group; its opposite settles the group.
        def joined(kind, parts, empty)
          found = []
          parts.each do |part|
            next if part == empty
            return !empty if part == !empty

            part.is_a?(Array) && part[0] == kind ? found.concat(part.drop(1)) : found << part
          end
          found.uniq!
          return empty if found.empty?
          return found[0] if found.size == 1

          [kind, *found]
        end
        private_class_method :joined

        # Adds clauses by which a formula holds wherever all of some literals do. Parts that are groups get a literal of
        # their own that implies them (Plaisted, Greenbaum 1986).
        # search: Search; formula: as above; given: literals that may be false instead.
        def demand(search, formula, given = [])
          case formula
          when true then nil
          when false then search.add(given)
          when Integer then search.add(given + [formula])
          else
            if formula[0] == :all then formula.drop(1).each { |part| demand(search, part, given) }
            else search.add(given + formula.drop(1).map { |part| part.is_a?(Integer) ? part : named(search, part) })
            end
          end
        end

        # A literal that implies a formula.
        def named(search, formula)
          literal = search.variable
          demand(search, formula, [literal ^ 1])
          literal
        end
      end
    end
  end
end
