# frozen_string_literal: true

module Server
  # Says in plain words what is wrong with the database when it can't do what it is asked. Nothing is half done then:
  # every change is one transaction.
  module DatabaseTrouble
    # What SQLite or the pool of connections raised: [status, kind, words].
    WORDS = {
      "SQLite3::FullException" => [
        507, "disk-full",
        "There is no room left on the disk of the database. Nothing was changed; make room and try again."
      ],
      "SQLite3::BusyException" => [
        503, "database-busy", "Another program holds the database. Nothing was changed; try again in a moment."
      ],
      "SQLite3::LockedException" => [
        503, "database-busy", "Another program holds the database. Nothing was changed; try again in a moment."
      ],
      "SQLite3::CorruptException" => [
        503, "database-damaged", "The file of the database is damaged. Nothing was changed; restore it from a backup."
      ],
      "SQLite3::NotADatabaseException" => [
        503, "database-damaged", "The file of the database is damaged. Nothing was changed; restore it from a backup."
      ],
      "SQLite3::ReadOnlyException" => [
        503, "database-read-only",
        "The file of the database may not be written to. Nothing was changed; see to its permissions."
      ],
      "SQLite3::CantOpenException" => [
        503, "database-missing",
        "The file of the database can't be opened. Nothing was changed; see that its folder is there and may be " \
        "written to."
      ],
      "SQLite3::IOException" => [
        503, "database-unreadable", "The disk of the database does not answer as it should. Nothing was changed."
      ],
      "SQLite3::PermissionException" => [
        503, "database-read-only",
        "The file of the database may not be used. Nothing was changed; see to its permissions."
      ],
      "ActiveRecord::ConnectionTimeoutError" => [
        503, "busy", "Too many requests at once. Nothing was changed; try again in a moment."
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
