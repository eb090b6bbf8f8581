# frozen_string_literal: true

module Server
  module Jobs
    # One kind of long job. One subclass a file in kinds/: it says what it is called and does what has to be done.
    # What a job keeps on its way is found again when it is taken up after a stop.
    class Kind
      extend CobaltLedger::Registry

      # Seconds between two notes of how far it is.
      NOTE = 0.2

      class << self
        # Module whose folder holds the kinds, and what loads its files.
        def registry_namespace = Server::Jobs::Kinds
        def registry_loader = Server.loader
      end

      # job: Job.
      def initialize(job)
        @job = job
        @noted = 0
      end

      # Does the work. Returns what came of it, a JSON-ready Hash; nil when it was cancelled.
      def perform = raise(NotImplementedError)

      private

      attr_reader :job

      # Notes how far it is, now and then. Returns false once someone has cancelled the job.
      # done, total: steps; words: what is looked at.
      def note(done, total, words)
        now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        return true if now - @noted < NOTE

        @noted = now
        job.note(done: done, total: total, looking_at: words)
      end
    end
  end
end
