# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Gives each of some takers one of what it may have, no two the same (augmenting paths: Kuhn 1955).
      module Matching
        module_function

        # choices: Hash of taker to Array of what it may have. Takers that have fewer things among them than they are,
        # or nil where each can have one.
        def short(choices)
          given = {}
          choices.each_key do |taker|
            reached = {}
            return reached.values.uniq | [taker] unless give(taker, choices, given, reached)
          end
          nil
        end

        # reached: Hash of thing to who holds it, for all that was asked for on the way.
        def give(taker, choices, given, reached)
          choices[taker].each do |thing|
            next if reached.key?(thing)

            holder = given[thing]
            reached[thing] = holder || taker
            if holder.nil? || give(holder, choices, given, reached)
              given[thing] = taker
              return true
            end
          end
          false
        end
        private_class_method :give
      end
    end
  end
end
