# frozen_string_literal: true

module CobaltLedger
  module Changes
    # What could not be decided of a field, for some people somewhere.
    Undecided = Struct.new(:record_type, :field, :mode, :channels, :people, :units, keyword_init: true)
  end
end
