# frozen_string_literal: true

module Server
  # Runs of the audit: jobs, one at a time for each policy state.
  module AuditRuns
    class << self
      # The policies that are proved by themselves, by name: the one in force, and those of the open change sets. One
      # that is published or dropped while it is looked at is none of them any more. Hash of name to
      # PolicyStore::Compiled.
      def states
        ["in_force", *ChangeSet.open.map(&:state_name)].filter_map do |name|
          [name, PolicyStore.instance.compiled(name)]
        rescue Problem => e
          raise unless e.status == 410
        end.to_h
      end

      # Starts a run unless one that is current is there or on its way. name: as PolicyStore#compiled takes it; by: name
      # of who starts it; account: their Account; first: record type to begin with, or nil. Returns the Job.
      def start(name, by:, account: nil, first: nil)
        name = whole(name)
        policy = PolicyStore.instance.compiled(name)
        Job.put(kind: "audit", topic: name, subject: policy.subject, given: { "first" => first }, by: by,
                account: account) { |newest| current?(newest, policy) }
      end

      # Raises Problem, also where someone else has started it.
      def cancel(id, account) = find(id).cancel_by(account)

      # Raises Problem.
      def find(id)
        Job.find_by(id: id, kind: "audit") ||
          raise(Problem.new(404, "no-such-run", "There is no such audit run"))
      end

      # name: as above. The newest Job, or nil.
      def latest(name) = Job.latest("audit", whole(name))

      # Digest by record type of what the last whole run stood on.
      def proved_parts(name) = Job.latest_done("audit", whole(name))&.result&.[]("parts") || {}

      # Starts what is needed so that all these policies are proved as they are. by: name of who has it done.
      def follow(by:)
        states.each { |name, state| start(name, by: by) if AuditDigests.missing(state).any? }
      end

      # Is a policy being proved, or about to be?
      def proving?(name)
        policy = PolicyStore.instance.compiled(name)
        return false if AuditDigests.missing(policy).empty?

        run = latest(name)
        run.nil? || run.subject != policy.subject || run.open?
      end

      # Digests of the parts that these policies stand on, as they are and as they were when they were last proved.
      def in_use
        states.flat_map { |name, state| proved_parts(name).values + AuditDigests.of(state).values }
      end

      private

      # "pending" stands for the change set that was chosen.
      def whole(name) = name == "pending" ? ChangeSet.current.state_name : name

      def current?(run, policy)
        run.subject == policy.subject &&
          (run.open? || (run.status == "done" && AuditDigests.missing(policy).empty?))
      end
    end
  end
end
