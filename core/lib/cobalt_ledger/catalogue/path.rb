# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    # The stages a record goes through: the options of a choice field, each with the fields that matter most in it.
    # field: Field of kind choice; stages: Hash of option identifier to Array of Field, in the order of the path;
    # locking: identifiers of the stages that lock a record that is stored in them.
    Path = Struct.new(:field, :stages, :locking, keyword_init: true)
  end
end
