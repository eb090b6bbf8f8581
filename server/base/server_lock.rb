# frozen_string_literal: true

module Server
  # Tells whether other servers run on the same database: each holds a shared lock on a file beside it for as long as it
  # runs, which the system lets go of however it ends.
  class ServerLock
    # database: file of the database.
    def initialize(database)
      @file = File.open("#{database}.lock", File::RDWR | File::CREAT, 0o600)
    end

    # Runs the block if no other server is there, which none can become meanwhile. Returns whether it was run.
    def alone
      return false unless @file.flock(File::LOCK_EX | File::LOCK_NB)

      yield
      true
    end

    # Holds the lock from now on beside others.
    def share = @file.flock(File::LOCK_SH)
  end
end
