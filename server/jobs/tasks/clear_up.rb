# frozen_string_literal: true

module Server
  module Jobs
    module Tasks
      # Removes what nobody looks at any more: sessions that are over, and old jobs but the latest of each kind and
      # topic.
      class ClearUp < Scheduled
        known_as "clear_up"
        at "40 3 * * *"

        def perform
          Session.drop_ended(Time.now)
          Job.drop_old(Time.now)
        end
      end
    end
  end
end
