# frozen_string_literal: true

require "rufus-scheduler"

module Server
  module Jobs
    # What is done at certain times. One Scheduled a file in tasks/.
    module Schedule
      module_function

      # Keeps the schedule from now on, by the clocks of the time zone of the policy in force. Returns the scheduler.
      def keep
        scheduler = Rufus::Scheduler.new
        zone = PolicyStore.instance.in_force.policy.zone.identifier
        Scheduled.members.each_value do |task|
          kind, times = task.times
          times = "#{times} #{zone}" if kind == :cron
          scheduler.public_send(kind, times, overlap: false) { perform(task) }
        end
        scheduler
      end

      # task: a class of Scheduled.
      def perform(task)
        ActiveRecord::Base.connection_pool.with_connection { task.new.perform }
      rescue StandardError => e
        Log.defect(e)
      end
    end
  end
end
