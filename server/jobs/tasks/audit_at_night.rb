# frozen_string_literal: true

module Server
  module Jobs
    module Tasks
      # Has the policies in force and in change sets proved anew each night: what findings depend on changes with the
      # day, because windows end and acceptances run out.
      class AuditAtNight < Scheduled
        known_as "audit_at_night"
        at "10 2 * * *"

        def perform
          AuditRuns.states.each_key { |name| AuditRuns.start(name, by: "the schedule") }
        end
      end
    end
  end
end
