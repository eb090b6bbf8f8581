# frozen_string_literal: true

module Server
  # Runs the audit as a job of this process, one at a time for each policy state; proves again only the record types that
  # an edit can have touched.
  class Auditing
    LOCK = Mutex.new

    # Seconds between two notes of how far a run is.
    NOTE = 0.2

    class << self
      # Starts a run unless one that is current is there or on its way. Returns the AuditRun.
      def start(name, by:)
        LOCK.synchronize do
          state = PolicyStore.instance.state(name)
          latest = AuditRun.latest(name)
          return latest if latest && latest.subject == subject(state) && %w[running done].include?(latest.status)

          latest&.update!(status: "cancelled", finished_at: Time.now) if latest&.status == "running"
          run = AuditRun.create!(state: name, subject: subject(state), started_by: by, started_at: Time.now)
          work(run, state)
          run
        end
      end

      def cancel(id)
        run = AuditRun.find_by(id: id) or raise Problem.new(404, "no-such-run", "There is no such run of the audit")
        run.update!(status: "cancelled", finished_at: Time.now) if run.status == "running"
        run
      end

      # What exactly a state is: it changes with every edit, edition and directory.
      def subject(state) = state.key.join("/")

      # Waits for the job of this process, for specs and for a quiet end.
      def wait = @thread&.join

      private

      def work(run, state)
        before = AuditRun.latest_done(run.state)
        @thread = Thread.new do
          ActiveRecord::Base.connection_pool.with_connection { new(run, state, before).prove }
        end
      end
    end

    def initialize(run, state, before)
      @run = run
      @state = state
      @before = before
      @noted = 0
    end

    def prove
      parts = @state.policy.record_types.keys.to_h { |id| [id, part(id)] }
      kept = @before ? parts.select { |id, digest| @before.proved_parts[id] == digest }.keys : []
      run = CobaltLedger::Audit::Run.new(@state.engine, @state.document["rules"], at: Time.now)
      proved = run.findings(types: @state.policy.record_types.except(*kept).values) { |done, total, words| :stop if note(done, total, words) == :cancelled }
      finish(still_proved(kept) + proved.map { |finding| told(finding) }, parts)
    rescue StandardError => e
      warn("the audit broke off: #{e.class}: #{e.message}\n#{e.backtrace.first(5).join("\n")}")
      AuditRun.where(id: @run.id, status: "running").update_all(status: "broken_off", finished_at: Time.now)
    end

    private

    # What the run before found on record types that nothing has changed for.
    def still_proved(kept) = kept.empty? ? [] : @before.found.select { |finding| kept.include?(finding["record_type"]) }

    def told(finding)
      rules = @documents ||= @state.document["rules"].to_h { |rule| [rule["id"], rule] }
      finding.to_h.merge("basis" => finding.basis(rules))
    end

    # Everything that the findings of a record type depend on.
    def part(id)
      document = @state.document
      own = ->(list) { (document[list] || []).select { |item| item["record_type"] == id } }
      CobaltLedger::Formats::CanonicalJson.digest(
        "type" => document["record_types"].find { |type| type["id"] == id }, "types" => document["record_types"].map { |type| type["id"] }, "rules" => own.call("rules"),
        "baselines" => own.call("baselines"), "separations" => own.call("separations"), "writers" => own.call("writers"), "labels" => document["labels"],
        "settings" => document.slice("precedence", "time_zone", "places"), "directory" => DirectoryVersion.newest.sha256, "day" => Date.today.iso8601
      )
    end

    # Notes how far the run is now and then. Returns :cancelled when somebody has cancelled it.
    def note(done, total, words)
      now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      return if now - @noted < NOTE

      @noted = now
      AuditRun.where(id: @run.id, status: "running").update_all(done: done, total: total, looking_at: words).zero? ? :cancelled : nil
    end

    def finish(findings, parts)
      order = CobaltLedger::Audit::Detector::SEVERITIES
      sorted = findings.sort_by { |finding| [-order.index(finding["severity"]), finding["detector"], finding["id"]] }
      AuditRun.where(id: @run.id, status: "running")
              .update_all(status: "done", finished_at: Time.now, findings: JSON.generate(CobaltLedger::Formats::CanonicalJson.plain(sorted)), parts: JSON.generate(parts))
      AuditRun.where(state: @run.state, status: "done").where("id < ?", @run.id).update_all(findings: nil)
    end
  end
end
