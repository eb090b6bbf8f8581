# frozen_string_literal: true

module Server
  # A long job: in the queue, under way, or ended. kind: name of a Jobs::Kind; topic: what it is about, such as
  # "pending"; subject: what exactly it works on; given, result: JSON; done, total: steps; parts: what is finished and
  # kept; runner: who works on it, beat_at: when they last said so; account_id: who started it.
  class Job < ActiveRecord::Base
    # Seconds without a sign of life after which a job is taken up by someone else; times it is taken up at most.
    SILENCE = 20
    ATTEMPTS = 5

    # Seconds after which ended jobs may go.
    KEPT = 30 * 24 * 60 * 60

    scope :open, -> { where(status: %w[queued running]) }

    class << self
      # Called when a job was put in the queue; set by whoever works jobs off.
      attr_writer :wake

      # Puts a job in the queue in place of what is under way on its topic, unless the newest on the topic will do: the
      # block is told of that. One process at a time, so that no two put the same. given: JSON-ready Hash; by: name of
      # who starts it; account: their Account, or nil. Returns the Job.
      def put(kind:, topic:, subject:, given:, by:, account:)
        added = nil
        found = transaction do
          newest = latest(kind, topic)
          next newest if newest && block_given? && yield(newest)

          open.where(kind: kind, topic: topic).find_each(&:cancel)
          added = create!(kind: kind, topic: topic, subject: subject, given: JSON.generate(given), started_by: by,
                          account_id: account&.id)
        end
        @wake&.call if added
        found
      end

      # The next job for a runner, or nil. One whose runner is silent is taken up again; one that was taken up too often
      # is broken off.
      def take(runner)
        return nil unless waiting.exists?

        transaction do
          waiting.where(attempts: ATTEMPTS..).find_each(&:break_off)
          job = waiting.order(:id).first or next nil
          job.update!(
            status: "running", runner: runner, attempts: job.attempts + 1, beat_at: Time.now,
            started_at: job.started_at || Time.now
          )
          job
        end
      end

      # A name for a runner in a process of this machine.
      def runner_name(pid) = "#{pid}-#{SecureRandom.hex(4)}"

      # Puts what a process that is gone had in hand back into the queue.
      def take_up_from(pid)
        where(status: "running").where("runner LIKE ?", "#{pid}-%").update_all(status: "queued", runner: nil)
      end

      # Says that a runner is alive.
      def beat(runner) = where(runner: runner, status: "running").update_all(beat_at: Time.now)

      # Puts what a stopped server left behind back into the queue; that it was stopped is no attempt of the job's own.
      # Only where no other server runs.
      def take_up_again
        where(status: "running").update_all("status = 'queued', runner = NULL, attempts = max(attempts - 1, 0)")
      end

      # The newest of a kind on a topic, or nil.
      def latest(kind, topic) = where(kind: kind, topic: topic).order(id: :desc).first
      def latest_done(kind, topic) = where(kind: kind, topic: topic, status: "done").order(id: :desc).first

      # now: Time.
      def drop_old(now)
        latest = group(:kind, :topic, :status).maximum(:id).values
        where(finished_at: ..(now - KEPT)).where.not(id: latest).delete_all
      end

      private

      def waiting = where(status: "queued").or(where(status: "running", beat_at: ..(Time.now - SILENCE)))
    end

    # What was asked: Hash.
    def given = JSON.parse(self[:given])
    def result = self[:result] ? JSON.parse(self[:result]) : {}

    # Is it in the queue or under way?
    def open? = %w[queued running].include?(status)

    # Has no one ended it?
    def going? = self.class.exists?(id: id, status: "running", runner: runner)

    # Notes how far it is. Returns false once someone has ended it.
    def note(**progress) = mine.update_all(progress).positive?

    # Notes what came of it, unless it was cancelled or taken over. result: Hash.
    def finish(result) = mine.update_all(status: "done", result: JSON.generate(result), finished_at: Time.now)

    # Ends it, whoever works on it.
    def cancel = self.class.open.where(id: id).update_all(status: "cancelled", finished_at: Time.now) && reload

    # The same for someone: users who can edit can cancel any job, others their own. Raises Problem.
    def cancel_by(account)
      return cancel if account.may?(:edit) || account_id == account.id

      raise Problem.new(403, "not-yours",
                        "#{started_by} started this run. Only they, or a user who can edit the policy, can cancel it.")
    end

    # Ends it where it failed, or was begun too often.
    def break_off = self.class.open.where(id: id).update_all(status: "broken_off", finished_at: Time.now)

    # Removes what was asked, and the file that it names, where it is no longer needed.
    def forget_given
      JobFile.forget(given["file"])
      self.class.where(id: id).update_all(given: "{}")
    end

    # What is sent of it. A job in the queue is as good as begun.
    def to_view
      {
        "id" => id, "status" => status == "queued" ? "running" : status, "done" => done, "total" => total,
        "proved" => parts, "looking_at" => looking_at, "started_by" => started_by,
        "started_at" => (started_at || created_at).iso8601, "finished_at" => finished_at&.iso8601
      }.compact
    end

    private

    # The row while it is this runner's to work on.
    def mine = self.class.where(id: id, status: "running", runner: runner)
  end
end
