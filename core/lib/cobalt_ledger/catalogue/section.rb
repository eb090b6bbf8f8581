# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    # A heading on the form that groups fields.
    Section = Struct.new(:id, :name, keyword_init: true)
  end
end
