# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    # One option of a choice field.
    Option = Struct.new(:id, :name, keyword_init: true)
  end
end
