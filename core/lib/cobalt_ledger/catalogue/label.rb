# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    # A sensitivity label and the starting state of the fields that carry it.
    # start: Access::State. Immutable.
    Label = Struct.new(:id, :name, :start, keyword_init: true)
  end
end
