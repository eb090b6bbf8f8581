# frozen_string_literal: true

module Server
  # Says in plain words what is wrong with the database when it can't do what it is asked. Nothing is half done then:
  # every change is one transaction.
  module DatabaseTrouble
    # What SQLite or the pool of connections raised: [status, kind, words].
    WORDS = {
      "SQLite3::FullException" => [
        507, "disk-full",
        "The database disk is full. Nothing was changed. Free some space and try again."
      ],
      "SQLite3::BusyException" => [
        503, "database-busy", "The database is in use by another program. Nothing was changed. Try again in a moment."
      ],
      "SQLite3::LockedException" => [
        503, "database-busy", "The database is in use by another program. Nothing was changed. Try again in a moment."
      ],
      "SQLite3::CorruptException" => [
        503, "database-damaged", "The database file is damaged. Nothing was changed. Restore it from a backup."
      ],
      "SQLite3::NotADatabaseException" => [
        503, "database-damaged", "The database file is damaged. Nothing was changed. Restore it from a backup."
      ],
      "SQLite3::ReadOnlyException" => [
        503, "database-read-only",
        "The database file is read-only. Nothing was changed. Check its permissions."
      ],
      "SQLite3::CantOpenException" => [
        503, "database-missing",
        "The database file can’t be opened. Nothing was changed. Check that its folder exists and can be " \
        "written to."
      ],
      "SQLite3::IOException" => [
        503, "database-unreadable", "The database disk reported an error. Nothing was changed."
      ],
      "SQLite3::PermissionException" => [
        503, "database-read-only",
        "The database file can’t be accessed. Nothing was changed. Check its permissions."
      ],
      "ActiveRecord::ConnectionTimeoutError" => [
        503, "busy", "Too many requests at once. Nothing was changed. Try again in a moment."
      ]
    }.freeze

    module_function

    # error: an exception. Returns a Problem, or nil when it is none of the database's troubles.
    def problem(error)
      found = chain(error).filter_map { |each| WORDS[each.class.name] }.first
      found && Problem.new(*found)
    end

    # The same as one line for the start of the server, or nil.
    def line(error) = problem(error)&.message

    def chain(error)
      found = []
      while error && found.size < 10
        found << error
        error = error.cause
      end
      found
    end
    private_class_method :chain
  end
end
