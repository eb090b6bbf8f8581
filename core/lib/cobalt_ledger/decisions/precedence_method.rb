# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # How the contributions of several ordinary rules to one facet become one. One subclass a file in precedence/.
    class PrecedenceMethod
      extend Registry

      class << self
        def registry_namespace = CobaltLedger::Decisions::Precedence

        # "strictest wins", and the name a standard gives it.
        attr_reader :title, :standard_name

        def titled(title, standard_name = nil)
          @title = title
          @standard_name = standard_name
        end

        # rules: Array of Rules::Rule in order of rank, each giving the facet a value.
        # Returns the value, an Integer of Facets.
        def combine(_facet, _rules) = raise(NotImplementedError)
      end
    end
  end
end
