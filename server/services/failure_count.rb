# frozen_string_literal: true

module Server
  # Counts failed sign-ins in memory, so that guessing is slow.
  module FailureCount
    STORE = ActiveSupport::Cache::MemoryStore.new(size: 4 * 1024 * 1024)

    module_function

    def note(key, seconds) = STORE.increment(key, 1, expires_in: seconds)
    def over?(key, limit) = STORE.read(key, raw: true).to_i >= limit
    def clear = STORE.clear
  end
end
