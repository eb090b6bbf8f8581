# frozen_string_literal: true

module Server
  # A small table of things that are dear to look up, safe to share between threads.
  class Memory
    # limit: entries kept before starting over.
    def initialize(limit)
      @limit = limit
      @table = {}
    end

    # The value of a key; the block is asked when there is none, and its nil is not remembered.
    def fetch(key)
      @table[key] || yield(key)&.tap { |value| keep(key, value) }
    end

    # Forgets everything. A new table, because other threads may be reading the old one.
    def clear = @table = {}

    private

    def keep(key, value)
      clear if @table.size >= @limit
      @table[key] = value
    end
  end
end
