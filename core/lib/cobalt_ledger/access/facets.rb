# frozen_string_literal: true

module CobaltLedger
  module Access
    # The three facets of a field, the one of an action, and their values. Each value is an Integer that grows with
    # strictness, so that the strictest of several is their maximum.
    module Facets
      ALL = %i[visibility entry presence permission].freeze

      SHOWN = 0
      MASKED = 1
      HIDDEN = 2
      OPEN = 0
      LOCKED = 1
      OPTIONAL = 0
      REQUIRED = 1
      ALLOWED = 0
      DENIED = 1

      NAMES = {
        visibility: %w[shown masked hidden].freeze,
        entry: %w[open locked].freeze,
        presence: %w[optional required].freeze,
        permission: %w[allowed denied].freeze
      }.freeze

      module_function

      # :visibility, 1 -> "masked"
      def name(facet, value) = NAMES.fetch(facet)[value]

      # :visibility, "masked" -> 1; nil for nil
      def value(facet, name) = name && NAMES.fetch(facet).index(name)
    end
  end
end
