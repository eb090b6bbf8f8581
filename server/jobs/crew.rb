# frozen_string_literal: true

module Server
  module Jobs
    # The process beside the server that works off long jobs. Where there is none, as in specs and on a console, a copy
    # of this process works them off and ends.
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

          copies << Process.fork do
            Runner.new.work_off
          ensure
            # Without what this process would do at its own end.
            exit!(0)
          end
        end

        # Waits for the copies of this process.
        def wait = (Process.wait(copies.shift) until copies.empty?)

        # Ends the copies of this process, whatever they are at.
        def abandon
          copies.each { |copy| Process.kill(:KILL, copy) }
          wait
        end

        private

        def copies = @copies ||= []

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
