# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      module Terms
        # Any number of options: each has a literal of its own.
        class Several < Term
          # Hash of option to Formula.
          attr_reader :options

          def initialize(options)
            super(Formula.none(*options.values))
            @options = options
          end

          def same(other)
            Formula.all(
              *(options.keys | other.options.keys).map { |option| both_or_neither(has(option), other.has(option)) }
            )
          end

          def includes(other)
            Formula.all(*other.options.map { |option, its| Formula.any(Formula.negate(its), has(option)) })
          end

          def identical(other) = same(other)

          # The formula that an option is taken.
          def has(option) = options.fetch(option, false)

          def found(holds) = options.select { |_, literal| holds.call(literal) }.keys.sort.freeze

          private

          def both_or_neither(one, other)
            Formula.all(Formula.any(Formula.negate(one), other), Formula.any(one, Formula.negate(other)))
          end
        end
      end
    end
  end
end
