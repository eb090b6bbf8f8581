# frozen_string_literal: true

module Server
  # Where the journal begins since its oldest entries were let go: the number and the digest of the last of those.
  class JournalAnchor < ActiveRecord::Base
    # [number, digest], or nil.
    def self.newest = order(:id).last&.then { |anchor| [anchor.through, anchor.digest] }

    # Lets all entries before a moment go, and writes down that it was done. before: Time; by: name of who has it done.
    # Returns how many went.
    def self.let_go(before, by:)
      transaction do
        last = JournalEntry.where(at: ...before.utc.iso8601(6)).order(id: :desc).first or next 0
        # What an entry of a clock that was set back leaves standing before it goes all the same: the chain has one end.
        count = JournalEntry.where(id: ..last.id).count
        create!(through: last.id, digest: last.digest, created_at: Time.now)
        JournalEntry.note("journal_ended", actor: by, through: last.id, digest: last.digest, entries: count)
        JournalEntry.where(id: ..last.id).delete_all
        count
      end
    end
  end
end
