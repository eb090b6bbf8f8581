# frozen_string_literal: true

module CobaltLedger
  # Raised when an input is refused whole. Carries every fault that was found.
  class BadInput < StandardError
    attr_reader :faults

    # faults: Array of Fault, at least one.
    def initialize(faults)
      @faults = Array(faults).freeze
      super(@faults.join("; "))
    end

    # A refusal for a single fault.
    def self.at(pointer, message)
      new([Fault.new(pointer: pointer, message: message)])
    end
  end
end
