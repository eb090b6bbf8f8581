# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # The record can't be saved while the field is blank.
      class Require < Effect
        known_as "require", order: 6
        also "mandatory", "must be filled in", "not blank", "not null", "compulsory"
        gives :presence, Access::Facets::REQUIRED

        def words(_directory = nil) = "required"
      end
    end
  end
end
