# frozen_string_literal: true

module Server
  # The SQLite database behind Active Record.
  module Database
    MIGRATIONS = File.expand_path("../migrations", __dir__)

    # The database was written by a newer release.
    class TooNew < StandardError; end

    module_function

    # path: file of the database, created when missing, for its owner's eyes only. Connects, and brings the tables up to
    # date.
    def open(path)
      connect(path)
      migrate
      shut_to_others(path)
    end

    # path: of the SQLite file, which need not exist yet.
    def connect(path)
      # Before anything is made: SQLite gives its other files the permissions of the database, but not what it leaves
      # out.
      File.umask(0o077)
      ActiveRecord::Base.logger = nil
      wait_patiently
      ActiveRecord::Base.establish_connection(
        adapter: "sqlite3", database: path, pool: 24,
        # An immediate transaction takes the write lock at its start, so that two writers queue instead of failing.
        default_transaction_mode: :immediate,
        pragmas: { journal_mode: :wal, foreign_keys: true, synchronous: :normal }
      )
    end

    def shut_to_others(path)
      [path, "#{path}-wal", "#{path}-shm"].each { |file| File.chmod(0o600, file) if File.file?(file) }
    end

    def wait_patiently
      require "active_record/connection_adapters/sqlite3_adapter"
      adapter = ActiveRecord::ConnectionAdapters::SQLite3Adapter
      adapter.prepend(PatientConnection) unless adapter <= PatientConnection
    end

    # Brings the tables up to date. Raises TooNew, before anything is touched.
    def migrate
      ActiveRecord::Migration.verbose = false
      steps = ActiveRecord::MigrationContext.new(MIGRATIONS)
      newest = steps.migrations.map(&:version).max
      found = steps.get_all_versions.max || 0
      if found > newest
        raise TooNew, "the database was written by a newer release (#{found}); this one knows up to #{newest}. " \
                      "Install that release, or restore a backup from before the upgrade"
      end
      steps.migrate
    end
  end
end
