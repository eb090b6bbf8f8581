# frozen_string_literal: true

module Server
  # A mark that changes whenever anything has been written to the database, by whichever thread or process: what was
  # read under a mark still stands while the mark is the same.
  module WriteMark
    LOCK = Mutex.new
    private_constant :LOCK

    module_function

    # The mark of this moment: Array, to be compared only. Asked of a connection that never writes, because SQLite tells
    # a connection only of the commits of others (PRAGMA data_version).
    def now
      path = ActiveRecord::Base.connection_db_config.database
      LOCK.synchronize do
        file = File.stat(path)
        watch(path, [path, file.dev, file.ino, Process.pid])
        version = @statement.step.first
        @statement.reset!
        [@watched, @opened, version]
      end
    end

    # A database that was put in the place of another is another one.
    def watch(path, which)
      return if @watched == which

      @statement&.close
      @database&.close
      @database = SQLite3::Database.new(path, readonly: true)
      @statement = @database.prepare("PRAGMA data_version")
      @watched = which
      @opened = @opened.to_i + 1
    end
    private_class_method :watch
  end
end
