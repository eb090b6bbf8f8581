# frozen_string_literal: true

module Server
  # A named bundle of edits to the policy that is not in force yet. Several may be open beside each other, and there is
  # always one: the next is opened where the last one is published or dropped. Those that are open stand on the edition
  # in force, up to which they are brought in the same step that publishes it.
  class ChangeSet < ActiveRecord::Base
    has_many :edits, -> { where(taken_back_at: nil).order(:id) }, dependent: :destroy
    has_many :taken_back, -> { where.not(taken_back_at: nil).order(:taken_back_at, :id) }, class_name: "Edit"
    has_many :comments, -> { order(:id) }
    has_many :approvals, -> { order(:id) }

    scope :open, -> { where(published_edition: nil, dropped_at: nil).order(:id) }

    validates :name, length: { in: 1..200 }
    validates :purpose, length: { maximum: 4000 }

    class << self
      # The one that was chosen for this request; else the oldest that is the asking person's own or belongs to no one:
      # into someone else's no one writes unless they have chosen it. Raises Problem where the chosen one is not open
      # any more.
      def current
        return opened(Current.change_set) if Current.change_set

        name = Current.account_id && Account.where(id: Current.account_id).pick(:name)
        open.find_by(owner: ["", *name]) || open_on(Edition.newest)
      end

      # id: Integer. Raises Problem with what has become of it.
      def opened(id)
        found = find_by(id: id) or raise Problem.new(410, "no-such-change-set", "There is no change set #{id}")
        return found if found.open?

        raise Problem.new(410, "change-set-gone", found.end_in_words, ended: found.ended)
      end

      # Runs the block as if the set had been chosen. id: Integer.
      def choosing(id, &block) = Current.set(change_set: id, &block)

      # Opens the next one, on an edition, where none is open that belongs to no one. Called where the edition is made,
      # in the same transaction.
      def open_on(edition) = open.exists?(owner: "") ? nil : begin_new("Next edition", edition: edition.number)

      # Revisions go on from one change set to the next, so that none is taken for another's.
      def begin_new(name, edition:, purpose: "", owner: "")
        create!(name: name, purpose: purpose, owner: owner, base_edition: edition,
                revision: (maximum(:revision) || -1) + 1)
      end
    end

    def open? = published_edition.nil? && dropped_at.nil?

    # The name by which jobs and addresses know the policy with its edits.
    def state_name = "set-#{id}"

    # {"published" => number of the edition} or {"dropped" => true}.
    def ended = published_edition ? { "published" => published_edition } : { "dropped" => true }

    def end_in_words
      return "“#{name}” has been published as edition #{published_edition}" if published_edition

      "“#{name}” has been discarded"
    end

    # Array of CobaltLedger::Changes::Edit: those that are settled.
    def changes = edits.reload.reject(&:unsettled).map(&:to_change)

    # Notes that it is not what it was.
    def touched! = update!(revision: (self.class.maximum(:revision) || 0) + 1)

    # SHA-256 of exactly what would take force: what is signed and read. One more edit, or another edition below, and it
    # is another one; when it takes force is not part of it.
    def digest
      CobaltLedger::CanonicalJson.digest(
        "edition" => base_edition,
        "edits" => edits.reload.map do |edit|
          { "kind" => edit.kind, "subject" => edit.subject, "after" => edit.after, "stored" => edit.stored_values,
            "unsettled" => edit.unsettled }
        end.sort_by { |edit| edit.values_at("kind", "subject") }
      )
    end
  end
end
