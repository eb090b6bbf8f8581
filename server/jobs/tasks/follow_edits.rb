# frozen_string_literal: true

module Server
  module Jobs
    module Tasks
      # Has what an edit, an edition or a change of people has moved proved by itself. What someone cancels stays
      # cancelled until something moves again.
      class FollowEdits < Scheduled
        known_as "follow_edits"
        every "1s"

        @seen = nil

        class << self
          # What the policies stood on when it was last looked at, and the day.
          attr_accessor :seen
        end

        def perform
          standing = [PolicyStore.instance.object_id, *PolicyStore.instance.standing, Date.today]
          return if standing == self.class.seen

          AuditRuns.states.each_value { |state| Kept.new(state).verdicts }
          AuditRuns.follow(by: "an edit")
          self.class.seen = standing
        rescue Problem => e
          # A change set was published or dropped meanwhile: what is there then is looked at the next time.
          raise unless e.status == 410
        end
      end
    end
  end
end
