# frozen_string_literal: true

module Server
  # A named bundle of edits to the policy that is not in force yet. One is open at any time: it is made with the edition
  # it stands on, and the database keeps it single.
  class ChangeSet < ActiveRecord::Base
    has_many :edits, -> { order(:id) }, dependent: :destroy

    # The open change set. Only reads.
    def self.current = find_by!(published_edition: nil)

    # Opens the next one, on an edition. Called where the edition is made, in the same transaction. Revisions go on from
    # one change set to the next, so that none is taken for another's.
    def self.open_on(edition)
      create!(name: "Next edition", base_edition: edition.number, revision: (maximum(:revision) || -1) + 1)
    end

    # Array of CobaltLedger::Changes::Edit.
    def changes = edits.reload.map(&:to_change)
  end
end
