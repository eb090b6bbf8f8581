# frozen_string_literal: true

module Server
  module Jobs
    # The process beside the server that works off long jobs. Where there is none, as in specs, a job is worked off by a
    # thread of this process.
    module Crew
      PROGRAM = File.join(Paths::ROOT, "server", "jobs_main.rb")

      # Seconds between two looks at whether it is still there.
      LOOK = 1

      class << self
        # Starts the process and keeps it going. database: file of the database.
        def start(database)
          @process = Companion.new(PROGRAM, database).tap(&:start)
          @watch = Thread.new { loop { sleep(LOOK) && keep_going } }
        end

        # Ends the process; what it was at is taken up by the next.
        def stop
          @watch&.kill
          @process&.stop
          @process = nil
        end

        # Number of the process, or nil.
        def pid = @process&.pid

        # To be called when a job was put in the queue.
        def wake
          return if @process

          threads << Thread.new { ActiveRecord::Base.connection_pool.with_connection { Runner.new.work_off } }
        end

        # Waits for the thread of this process, where there is one.
        def wait = (threads.shift.join until threads.empty?)

        private

        def threads = @threads ||= []

        # Starts it again when it is gone; what it had in hand goes back into the queue.
        def keep_going
          before = pid
          @process.start
          return if pid == before

          ActiveRecord::Base.connection_pool.with_connection { Job.take_up_from(before) }
        rescue ActiveRecord::ActiveRecordError => e
          Log.defect(e)
        end
      end
    end
  end
end
