# frozen_string_literal: true

module Server
  module Heavy
    # In the worker: stops the work of a request once its client has gone, or its budget is used up.
    class Deadline
      # Seconds that one request may take.
      BUDGET = Integer(ENV.fetch("COBALT_HEAVY_SECONDS", "60"), 10)

      # Seconds between two looks.
      LOOK = 0.1

      # What is under way. socket: of the client, or nil; thread: that works; ends: when its budget is used up.
      Job = Struct.new(:socket, :thread, :ends, :dropped)

      def initialize(app)
        @app = app
        @jobs = {}.compare_by_identity
        @lock = Mutex.new
      end

      # As a Rack application; 503 as a problem document where the time is over.
      def call(env)
        job = Job.new(env["puma.socket"], Thread.current, now + BUDGET, false)
        # Only what is inside the block can be dropped; the answer is always sent whole.
        Thread.handle_interrupt(Dropped => :never) do
          enter(job)
          begin
            Thread.handle_interrupt(Dropped => :immediate) { @app.call(env) }
          ensure
            leave(job)
          end
        end
      rescue Dropped => e
        problem = e.problem
        [
          problem.status, { "content-type" => "application/problem+json" }.merge(problem.headers),
          [JSON.generate(problem.to_h)]
        ]
      end

      # Requests under way.
      def busy? = @lock.synchronize { @jobs.any? }

      private

      def enter(job)
        @lock.synchronize do
          @jobs[job] = true
          @watch = Thread.new { watch }.tap { |thread| thread.priority = 2 } unless @watch&.alive?
        end
      end

      def leave(job) = @lock.synchronize { @jobs.delete(job) }

      def watch
        loop do
          sleep LOOK
          @lock.synchronize do
            @jobs.each_key { |job| drop(job) if !job.dropped && (now > job.ends || Client.gone?(job.socket)) }
          end
        end
      end

      def drop(job)
        job.dropped = true
        job.thread.raise(Dropped)
      end

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    end
  end
end
