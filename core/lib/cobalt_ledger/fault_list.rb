# frozen_string_literal: true

module CobaltLedger
  # Gathers faults while an input is read, so that all of them are listed at once.
  class FaultList
    include Enumerable

    def initialize
      @faults = []
    end

    # Notes a fault at a place. Returns nil, so that a reader can `return faults.add(...)`.
    def add(pointer, message)
      @faults << Fault.new(pointer: pointer, message: message)
      nil
    end

    # Each Fault, in the order in which they were found.
    def each(&block) = @faults.each(&block)

    # Was nothing found?
    def empty? = @faults.empty?

    # Raises BadInput when anything was noted.
    def raise_if_any!
      raise BadInput, @faults.uniq unless empty?
    end
  end
end
