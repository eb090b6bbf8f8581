# frozen_string_literal: true

module Server
  # Runs the audit as a job of this process, one at a time for each policy state, record type by record type. A record
  # type of which everything is as it was when it was last proved is not proved again; one that is proved is kept at
  # once, so that nothing is lost when a run is cancelled or the server stops.
  class Auditing
    LOCK = Mutex.new

    # Seconds between two notes of how far a run is.
    NOTE = 0.2

    class << self
      # Starts a run unless one that is current is there or on its way. by: name of who starts it; account: their Account;
      # first: record type to begin with, or nil.
      # Returns the AuditRun.
      def start(name, by:, account: nil, first: nil)
        LOCK.synchronize do
          state = PolicyStore.instance.state(name)
          latest = AuditRun.latest(name)
          return latest if latest && latest.subject == subject(state) && (latest.status == "running" || (latest.status == "done" && missing(state).empty?))

          latest&.update!(status: "cancelled", finished_at: Time.now) if latest&.status == "running"
          run = AuditRun.create!(state: name, subject: subject(state), started_by: by, account_id: account&.id, started_at: Time.now)
          work(run, state, first)
          run
        end
      end

      # Whoever may edit can cancel any run; others their own.
      def cancel(id, account)
        run = AuditRun.find_by(id: id) or raise Problem.new(404, "no-such-run", "There is no such run of the audit")
        raise Problem.new(403, "not-yours", "#{run.started_by} has started this run; who may edit the policy can cancel it") unless account.may?(:edit) || run.account_id == account.id

        run.update!(status: "cancelled", finished_at: Time.now) if run.status == "running"
        run
      end

      # What exactly a state is: it changes with every edit, edition and directory.
      def subject(state) = state.key.join("/")

      # Record types that are to be proved: Hash of identifier to digest.
      def missing(state) = AuditDigests.of(state).reject { |_, digest| AuditPart.known(digest) }

      # Is a job of this process under way?
      def busy? = @thread&.alive? || false

      # Waits for the job of this process, for specs and for a quiet end.
      def wait = @thread&.join

      private

      def work(run, state, first)
        @thread = Thread.new do
          ActiveRecord::Base.connection_pool.with_connection { new(run, state).prove(first) }
        end
      end
    end

    def initialize(run, state)
      @run = run
      @state = state
      @audit = CobaltLedger::Audit::Run.new(state.engine, state.document["rules"], at: Time.now)
      @noted = 0
    end

    def prove(first)
      digests = self.class.missing(@state).sort_by { |id, _| id == first ? 0 : 1 }
      proved = digests.each_with_index.all? { |(id, digest), index| running.exists? && part(id, digest, index, digests.size) }
      return unless proved

      running.update_all(status: "done", finished_at: Time.now, parts: JSON.generate(AuditDigests.of(@state)))
      AuditPart.forget(AuditRun.in_use)
    rescue StandardError => e
      warn("the audit broke off: #{e.class}: #{e.message}\n#{e.backtrace.first(5).join("\n")}")
      running.update_all(status: "broken_off", finished_at: Time.now)
    end

    private

    # The run, unless somebody has ended it.
    def running = AuditRun.where(id: @run.id, status: "running")

    # Proves one record type and keeps it. Returns false when somebody has cancelled the run.
    def part(id, digest, index, parts)
      cancelled = false
      found = @audit.findings(types: [@state.policy.record_type(id)]) do |done, total, words|
        cancelled = note((index * total) + done, parts * total, words) == :cancelled
        :stop if cancelled
      end
      return false if cancelled

      AuditPart.keep(digest, id, found.map { |finding| told(finding) }, @audit.undecided.fetch(id))
      running.update_all(proved: index + 1)
      true
    end

    def told(finding) = finding.to_h.merge("basis" => finding.basis(@audit.texts))

    # Notes how far the run is now and then. Returns :cancelled when somebody has cancelled it.
    def note(done, total, words)
      now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      return if now - @noted < NOTE

      @noted = now
      running.update_all(done: done, total: total, looking_at: words).zero? ? :cancelled : nil
    end
  end
end
