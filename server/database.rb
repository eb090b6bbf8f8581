# frozen_string_literal: true

module Server
  # The SQLite database behind Active Record.
  module Database
    MIGRATIONS = File.expand_path("migrations", __dir__)

    module_function

    # path: file of the database, created when missing. Connects, and brings the tables up to date.
    def open(path)
      ActiveRecord::Base.logger = nil
      wait_patiently
      ActiveRecord::Base.establish_connection(
        adapter: "sqlite3", database: path, pool: 16,
        # An immediate transaction takes the write lock at its start, so that two writers queue instead of failing.
        default_transaction_mode: :immediate,
        pragmas: { journal_mode: :wal, foreign_keys: true, synchronous: :normal }
      )
      migrate
    end

    def wait_patiently
      require "active_record/connection_adapters/sqlite3_adapter"
      adapter = ActiveRecord::ConnectionAdapters::SQLite3Adapter
      adapter.prepend(PatientConnection) unless adapter <= PatientConnection
    end

    def migrate
      ActiveRecord::Migration.verbose = false
      ActiveRecord::MigrationContext.new(MIGRATIONS).migrate
    end
  end
end
