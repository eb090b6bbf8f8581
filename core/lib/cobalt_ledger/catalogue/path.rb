# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    # The stages a record goes through: the options of a choice field, each with the fields that matter most in it.
    # field: Field of kind choice; stages: Hash of option identifier to Array of Field, in the order of the path.
    Path = Struct.new(:field, :stages, keyword_init: true)
  end
end
