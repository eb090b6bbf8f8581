# frozen_string_literal: true

module Server
  module Jobs
    module Tasks
      # Tells the owners of rules in force, once for each day of review, that the day has come.
      class TellOfReviews < Scheduled
        known_as "tell_of_reviews"
        at "30 6 * * *"

        def perform
          state = PolicyStore.instance.in_force
          today = state.policy.zone.utc_to_local(Time.now.utc).to_date
          due = state.policy.rules.select { |rule| rule.review_by && Date.iso8601(rule.review_by) <= today }
          outbox = Outbox.new(state)
          due.each { |rule| outbox.review_due(rule) }
        end
      end
    end
  end
end
