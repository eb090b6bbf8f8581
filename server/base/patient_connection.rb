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

    # Nothing stops a thread in the middle of a statement: one that were ended while it waits in there would leave the
    # connection locked for good, and whoever is given it next waits for ever, with all of Ruby.
    def with_raw_connection(...) = Thread.handle_interrupt(Object => :never) { super }
  end
end
