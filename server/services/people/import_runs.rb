# frozen_string_literal: true

module Server
  # Imports of large files, and their previews, as jobs.
  module ImportRuns
    KIND = "import"

    # A file of more bytes is worked on as a job.
    LARGE = 256 * 1024

    class << self
      # asked: as sent, with "token" where the import itself is meant; bytes: of the file. Returns what is sent of the
      # job.
      def start(asked, bytes, account:, by:)
        topic = "import of #{account.id}"
        Job.open.where(kind: KIND, topic: topic).find_each { |earlier| cancel(earlier) }
        given = asked.except("content").merge("by" => by, "set" => ChangeSet.current.id, "file" => JobFile.keep(bytes))
        view(Job.put(kind: KIND, topic: topic, subject: Digest::SHA256.hexdigest(bytes), given: given, by: by,
                     account: account))
      end

      # An import is no one's but of who asked for it. Raises Problem.
      def find(id, account)
        Job.find_by(id: id, kind: KIND, account_id: account.id) or
          raise Problem.new(404, "no-such-run", "There is no such import")
      end

      # Ends it, with the file that it holds. Returns what is sent of it.
      def cancel(job)
        job.cancel
        job.forget_given
        view(job)
      end

      # What is sent of a job, with what came of it: "preview", "target" or "problem".
      def view(job) = job.to_view.merge(job.status == "done" ? job.result : {})
    end
  end
end
