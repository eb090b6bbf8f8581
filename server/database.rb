# frozen_string_literal: true

module Server
  # The SQLite database behind Active Record.
  module Database
    MIGRATIONS = File.expand_path("migrations", __dir__)

    module_function

    # path: file of the database, created when missing. Connects, and brings the tables up to date.
    def open(path)
      ActiveRecord::Base.logger = nil
      ActiveRecord::Base.establish_connection(
        adapter: "sqlite3", database: path, pool: 16, timeout: 5000,
        # An immediate transaction takes the write lock at its start, so that two writers queue instead of failing.
        default_transaction_mode: :immediate,
        pragmas: { journal_mode: :wal, foreign_keys: true, synchronous: :normal }
      )
      migrate
    end

    def migrate
      ActiveRecord::Migration.verbose = false
      ActiveRecord::MigrationContext.new(MIGRATIONS).migrate
    end
  end
end
