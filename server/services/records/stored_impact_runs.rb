# frozen_string_literal: true

module Server
  # Works out which stored records an edit meets: at once where that takes but a moment, else as a job.
  module StoredImpactRuns
    KIND = "stored_records"

    # Seconds that are tried before it becomes a job.
    MOMENT = 0.4

    class << self
      # rule: document of a rule that is not kept yet, or nil for the whole change set; account: of who asks; network:
      # the address they come from. Returns {"status" => "done", "result"}, or what is sent of a job.
      def ask(rule, account:, by:, network:)
        given = { "rule" => rule, "person" => account.person, "network" => network, "set" => ChangeSet.current.id }
        before, after = states(rule)
        subject = subject(after, given)
        result = finished(rule, account, subject) || at_once(before, after, sight(given))
        return { "status" => "done", "result" => result } if result

        view(start(given, subject, account, by))
      end

      # What the user who asks may see of stored records. given: as of a job.
      def sight(given) = Sight.new(given["person"], network: given["network"])

      # A search is no one's but of who asked for it. account: of who asks now. Raises Problem.
      def find(id, account)
        Job.find_by(id: id, kind: KIND, account_id: account.id) or
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
      def subject(after, given)
        document = CobaltLedger::CanonicalJson.digest(AuditDigests.of(after)).to_s
        [*PolicyStore.instance.standing, document, *given.values_at("person", "network"), Record.count,
         Record.sum(:version), Date.today].join("/")
      end

      # One at a time for each who asks about a rule, and one about a change set: what they may see is not the same.
      def topic(rule, account) = "#{rule ? 'rule' : "change set #{ChangeSet.current.id}"} of #{account.id}"

      def finished(rule, account, subject)
        job = Job.latest_done(KIND, topic(rule, account))
        job.result if job && job.subject == subject
      end

      def at_once(before, after, sight)
        ends = Process.clock_gettime(Process::CLOCK_MONOTONIC) + MOMENT
        StoredImpact.new(before, after, sight).work_out do
          :stop if Process.clock_gettime(Process::CLOCK_MONOTONIC) > ends
        end
      end

      def start(given, subject, account, by)
        Job.put(kind: KIND, topic: topic(given["rule"], account), subject: subject, given: given, by: by,
                account: account) { |newest| newest.subject == subject && newest.open? }
      end
    end
  end
end
