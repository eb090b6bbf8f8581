# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # Stands for a value that is not of its field's kind. Whatever is asked of it can't be answered.
    Unreadable = Struct.new(:message)
  end
end
