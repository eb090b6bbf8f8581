# frozen_string_literal: true

module Server
  # A named bundle of edits to the policy that is not in force yet.
  class ChangeSet < ActiveRecord::Base
    has_many :edits, -> { order(:id) }, dependent: :destroy

    # The open change set; a new one when the last was published.
    def self.current
      where(published_edition: nil).order(:id).last ||
        create!(name: "Next edition", base_edition: Edition.newest.number)
    end

    # Array of CobaltLedger::Changes::Edit.
    def changes = edits.reload.map(&:to_change)
  end
end
