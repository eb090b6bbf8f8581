# frozen_string_literal: true

module Server
  # Waits for another writer in Ruby, so that the thread that holds the lock can go on meanwhile. SQLite's own wait,
  # which Active Record asks for, would hold up every thread of the process, the one it waits for included.
  module PatientConnection
    # Longest wait, in milliseconds.
    PATIENCE = 10_000

    def configure_connection
      @raw_connection.busy_handler_timeout = PATIENCE
      super
    end
  end
end
