# frozen_string_literal: true

module Server
  module Jobs
    # Takes one job after the other and works it off.
    class Runner
      # Seconds between two looks at the queue, and between two signs of life.
      LOOK = 0.15
      BEAT = 3

      def initialize
        @name = Job.runner_name(Process.pid)
      end

      # Until the process ends.
      def run
        loop { step || sleep(LOOK) }
      end

      # Until nothing is left to do.
      def work_off
        nil while step
      end

      def busy? = !@job.nil?

      private

      # Works off one job. False where there was none, or the database does not answer at the moment.
      def step
        @job = Job.take(@name) or return false

        beating { perform(@job) }
        true
      rescue ActiveRecord::ActiveRecordError => e
        Log.defect(e)
        false
      ensure
        @job = nil
      end

      def perform(job)
        result = Kind[job.kind].new(job).perform
        job.finish(result) if result
      rescue StandardError => e
        Log.defect(e)
        job.break_off
      end

      # Says now and then that the job is still being worked on. The thread ends by itself: killed while it waits for
      # another writer, it would leave its connection locked for good, and whoever is given that next waits for ever.
      def beating
        over = Concurrent::Event.new
        beat = Thread.new do
          ActiveRecord::Base.connection_pool.with_connection { Job.beat(@name) } until over.wait(BEAT)
        end
        yield
      ensure
        over.set
        beat.join
      end
    end
  end
end
