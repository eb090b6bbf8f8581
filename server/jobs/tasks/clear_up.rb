# frozen_string_literal: true

module Server
  module Jobs
    module Tasks
      # Removes what no one looks at any more: sessions that are over, and old jobs but the latest of each kind and
      # topic; and of the journal what is older than the policy has it kept.
      class ClearUp < Scheduled
        known_as "clear_up"
        at "40 3 * * *"

        def perform
          Session.drop_ended(Time.now)
          Job.drop_old(Time.now)
          JobFile.drop_old(Time.now)
          days = PolicyStore.instance.in_force.policy.limits.journal_days
          JournalAnchor.let_go(Time.now - (days * 24 * 60 * 60), by: "the schedule") if days
        end
      end
    end
  end
end
