# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # The field may be left blank.
      class MakeOptional < Effect
        known_as "make_optional", order: 7
        also "not required", "not mandatory", "nullable"
        gives :presence, Access::Facets::OPTIONAL

        def words(_directory = nil) = "optional"
      end
    end
  end
end
