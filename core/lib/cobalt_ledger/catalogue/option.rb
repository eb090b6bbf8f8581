# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    # One option of a choice field. retired: is it only still read, and picked no more?
    Option = Struct.new(:id, :name, :retired, keyword_init: true) do
      def retired? = retired || false
    end
  end
end
