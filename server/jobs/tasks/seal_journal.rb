# frozen_string_literal: true

module Server
  module Jobs
    module Tasks
      # Seals the journal again and again, so that little of it ever stands unsealed.
      class SealJournal < Scheduled
        known_as "seal_journal"
        every "5m"

        def perform = JournalSeal.now
      end
    end
  end
end
