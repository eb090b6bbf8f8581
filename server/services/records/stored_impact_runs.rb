# frozen_string_literal: true

module Server
  # Works out which stored records an edit meets: at once where that takes but a moment, else as a job.
  module StoredImpactRuns
    KIND = "stored_records"

    # Seconds that are tried before it becomes a job.
    MOMENT = 0.4

    class << self
      # rule: document of a rule that is not kept yet, or nil for the whole change set; account: of who asks.
      # Returns {"status" => "done", "result"}, or what is sent of a job.
      def ask(rule, account:, by:)
        before, after = states(rule)
        known = finished(rule, account, subject(after))
        result = known || at_once(before, after)
        return { "status" => "done", "result" => result } if result

        start(rule, subject(after), account, by).then { |job| view(job) }
      end

      # Raises Problem.
      def find(id)
        Job.find_by(id: id, kind: KIND) or
          raise Problem.new(404, "no-such-run", "There is no such search of stored records")
      end

      # What is sent of a job, with what came of it.
      def view(job) = job.to_view.merge(job.status == "done" ? { "result" => job.result } : {})

      # Whose edit it is about: [the PolicyStore::Compiled before, the one after].
      def states(rule)
        store = PolicyStore.instance
        return [store.in_force, store.pending] if rule.nil?

        CobaltLedger::Formats::Schema.check!("rule", rule)
        [store.pending, store.with_subject("rule", rule)]
      end

      private

      # What it depends on: the policies, the people, the records and the day.
      def subject(after)
        document = CobaltLedger::CanonicalJson.digest(AuditDigests.of(after)).to_s
        [*PolicyStore.instance.standing, document, Record.count, Record.sum(:version), Date.today].join("/")
      end

      # One at a time for each who asks about a rule, and one for the change set.
      def topic(rule, account) = rule ? "rule of #{account.id}" : "change set"

      def finished(rule, account, subject)
        job = Job.latest_done(KIND, topic(rule, account))
        job.result if job && job.subject == subject
      end

      def at_once(before, after)
        ends = Process.clock_gettime(Process::CLOCK_MONOTONIC) + MOMENT
        StoredImpact.new(before, after).work_out do
          :stop if Process.clock_gettime(Process::CLOCK_MONOTONIC) > ends
        end
      end

      def start(rule, subject, account, by)
        topic = topic(rule, account)
        latest = Job.latest(KIND, topic)
        return latest if latest && latest.subject == subject && %w[queued running].include?(latest.status)

        latest&.cancel
        Job.put(kind: KIND, topic: topic, subject: subject, given: { "rule" => rule }, by: by, account: account)
      end
    end
  end
end
