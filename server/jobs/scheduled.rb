# frozen_string_literal: true

module Server
  module Jobs
    # Something that is done at certain times, by the clocks of the policy's time zone. Where several servers run on one
    # database each of them does it, so it has to come to the same when it is done twice.
    class Scheduled
      extend CobaltLedger::Registry

      class << self
        # Module whose folder holds the tasks, and what loads its files.
        def registry_namespace = Server::Jobs::Tasks
        def registry_loader = Server.loader

        # When, as rufus-scheduler takes it: [:cron, five fields as in crontab(5) of POSIX: minute, hour, day of the
        # month, month, day of the week] or [:every, a time such as "2s"].
        attr_reader :times

        # cron: String, see above.
        def at(cron)
          @times = [:cron, cron]
        end

        # Again and again, but never twice at once. span: String, see above.
        def every(span)
          @times = [:every, span]
        end
      end

      # Does it. What takes long is put in the queue of jobs.
      def perform = raise(NotImplementedError)
    end
  end
end
