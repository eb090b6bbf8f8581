# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # From conditions to formulas: when a condition holds, and when it does not. What can't be read makes neither
      # true, as in the evaluation.
      class Translation
        # All comparisons of a condition: Array of [Comparison, opened: is it about the form as opened?].
        def self.comparisons(node, opened: false)
          case node
          when Group then node.parts.flat_map { |part| comparisons(part, opened: opened) }
          when Not then comparisons(node.part, opened: opened)
          when AtOpening then comparisons(node.part, opened: true)
          when Comparison then [[node, opened]]
          else []
          end
        end

        # world: World.
        def initialize(world)
          @world = world
          @known = {}.compare_by_identity
        end

        # The Formula for a condition to hold, or not to. opened: is the form meant as opened?
        def truth(node, wanted, opened: false)
          case node
          when Group then group(node, wanted, opened)
          when Not then truth(node.part, !wanted, opened: opened)
          when AtOpening then truth(node.part, wanted, opened: true)
          else
            holds, fails = leaf(node, opened)
            wanted ? holds : fails
          end
        end

        private

        def group(node, wanted, opened)
          parts = node.parts.map { |part| truth(part, wanted, opened: opened) }
          node.settling == wanted ? Formula.any(*parts) : Formula.all(*parts)
        end

        # [when it holds, when it does not].
        def leaf(node, opened)
          (@known[node] ||= {})[opened] ||= begin
            told = node.enter(@world, opened)
            pair = case told
                   when nil then [false, false]
                   when Array then told[0].is_a?(Symbol) ? [told, Formula.negate(told)] : told
                   else [told, Formula.negate(told)]
                   end
            where_known(node, pair)
          end
        end

        # Where something that a leaf looks up may not be known, it can only be told where that is.
        def where_known(node, pair)
          known = node.reads.map { |key| @world.known(key) }.reject { |literal| literal == true }
          known.empty? ? pair : pair.map { |formula| Formula.all(*known, formula) }
        end
      end
    end
  end
end
