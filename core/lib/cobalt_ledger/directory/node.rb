# frozen_string_literal: true

module CobaltLedger
  module Directory
    # A role, group, department or unit. above: identifiers of what it lies within
    # (groups may lie within several groups; departments and units within one).
    Node = Struct.new(:id, :name, :above, keyword_init: true)
  end
end
