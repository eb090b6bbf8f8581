# frozen_string_literal: true

module CobaltLedger
  # A table of what is dear to calculate. Safe to share between threads: at worst two of them work the same out.
  class Memory
    # limit: entries kept before starting over; by_identity: true where keys are told apart as objects.
    def initialize(limit, by_identity: false)
      @limit = limit
      @by_identity = by_identity
      clear
    end

    # What is remembered under a key, or nil.
    def [](key) = @table[key]

    # The same; the block, given the key, works it out where nothing is remembered. Its nil is not remembered.
    def fetch(key)
      @table[key] || yield(key)&.tap { |value| keep(key, value) }
    end

    # Remembers a value, and returns it.
    def keep(key, value)
      clear if @table.size >= @limit
      @table[key] = value
    end

    # Forgets everything. A new table, because other threads may be reading the old one.
    def clear
      @table = @by_identity ? {}.compare_by_identity : {}
    end
  end
end
