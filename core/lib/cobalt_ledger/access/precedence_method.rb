# frozen_string_literal: true

module CobaltLedger
  module Access
    # How the contributions of several ordinary rules to one facet become one. One subclass a file in precedence/.
    class PrecedenceMethod
      extend Registry

      class << self
        # Module whose folder holds the methods.
        def registry_namespace = CobaltLedger::Access::Precedence

        # "strictest wins", and the name a standard gives it.
        attr_reader :title, :standard_name

        # title: "strictest wins"; standard_name: what a standard calls it, or nil.
        def titled(title, standard_name = nil)
          @title = title
          @standard_name = standard_name
        end

        # contributions: Array of Rules::Contribution in order of rank, each giving the facet a value;
        # closeness: Hash of Rules::Rule to how closely its audience matches the person (compares smaller when closer).
        # Returns the value, an Integer of Facets.
        def combine(_facet, _contributions, _closeness) = raise(NotImplementedError)

        # Of several that give a mask, those whose masks count; of these the one that reveals less stands. Parameters as
        # of combine. Returns an Array of Rules::Contribution.
        def masking(contributions, _closeness) = contributions

        # True when the more that contributes, the stricter the outcome: then what is in doubt can only tighten.
        def monotone? = false

        # Does it look at how closely an audience matches?
        def by_closeness? = false

        # Are values that differ a contest that needs settling?
        def contests? = false

        private

        def strictest(facet, contributions) = contributions.map { |each| each.gives.facet(facet) }.max
      end
    end
  end
end
