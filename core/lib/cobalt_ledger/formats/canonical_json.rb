# frozen_string_literal: true

module CobaltLedger
  module Formats
    # The name by which programs built on the formats know it.
    CanonicalJson = CobaltLedger::CanonicalJson
  end
end
