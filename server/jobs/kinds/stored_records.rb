# frozen_string_literal: true

module Server
  module Jobs
    module Kinds
      # Looks for the stored records that an edit meets. Nothing is kept on the way: taken up after a stop, it begins
      # anew.
      class StoredRecords < Kind
        known_as "stored_records"

        # Returns what StoredImpact calculates.
        def perform
          states = ChangeSet.choosing(job.given["set"]) { StoredImpactRuns.states(job.given["rule"]) }
          StoredImpact.new(*states, StoredImpactRuns.sight(job.given)).work_out do |done, total, words|
            :stop unless note(done, total, words)
          end
        end
      end
    end
  end
end
