# frozen_string_literal: true

module Server
  # Makes a change set that leads back to an earlier edition, and goes the same way as any other.
  class Restoring
    # author: name of who does it.
    def initialize(author)
      @author = author
    end

    # number: of the edition. What of it can't stand any more, because people it names are gone, is to be settled by
    # hand. Returns the ChangeSet. Raises Problem.
    def restore(number)
      edition = Edition.find_by(number: number) or
        raise Problem.new(404, "no-such-edition", "There is no edition #{number}")
      PolicyEditor.exclusively do |*|
        in_force = PolicyStore.instance.in_force.document
        edits = CobaltLedger::Changes::DocumentEdits.between(in_force, edition.policy_document, whole: true)
        raise Problem.new(422, "nothing-to-restore", "Edition #{number} matches the policy in force") if edits.empty?

        fill(ChangeSets.new(@author).begin_new("Edition #{number} again", purpose: purpose(edition)), edits)
      end
    end

    private

    def purpose(edition)
      ["Restores edition #{edition.number} of #{edition.published_at.to_date.iso8601}", edition.note]
        .reject(&:empty?).join(": ")
    end

    def fill(set, edits)
      edits.each do |edit|
        row = set.edits.new(kind: edit.kind, subject: edit.id)
        row.becomes(edit.before, edit.after)
        row.by(@author)
        row.save!
      end
      BringUp.one(set, set.base_edition, PolicyStore.instance.in_force.document)
      set.reload
    end
  end
end
