# frozen_string_literal: true

module Server
  # Settles by hand what an edit and another edition both changed.
  class Settling
    CHOICES = %w[mine theirs both parts].freeze

    # author: name of who settles it.
    def initialize(author)
      @author = author
    end

    # edit_id: of an unsettled edit of the chosen set; choice: one of CHOICES, where "both" keeps a new subject beside
    # theirs under another identifier; picks: for "parts", Hash of each part that both changed to "mine" or "theirs".
    # Returns the ChangeSet. Raises Problem or CobaltLedger::BadInput.
    def settle(edit_id, choice, picks, revision:)
      PolicyEditor.exclusively do |set, pending|
        PolicyEditor.check_revision(set, revision)
        row = set.edits.find_by(id: edit_id)
        raise Problem.new(404, "no-such-edit", "This conflict has already been resolved") unless row&.unsettled

        edit = outcome(row, choice, picks, pending)
        edit ? put(row, edit, pending) : row.destroy!
        set.touched!
        JournalEntry.note("settled", actor: @author, subject: set.name, change_set: set.id, kind: row.kind,
                                     id: row.subject, choice: choice)
        set
      end
    end

    private

    # The Edit that stands in its place, nil for none.
    def outcome(row, choice, picks, pending)
      mine = row.to_change
      after =
        case choice
        when "theirs" then return nil
        when "mine" then mine.after
        when "both" then return beside(mine, pending)
        else joined(mine, row.theirs, picks)
        end
      CobaltLedger::Changes::Edit.new(kind: mine.kind, id: mine.id, before: row.theirs, after: after)
    end

    # The subject with each part as it was picked. Raises CobaltLedger::BadInput for a part no one has settled.
    def joined(mine, theirs, picks)
      outcome = CobaltLedger::Changes::ThreeWay.of(mine, theirs, picks)
      return outcome.after unless outcome.kind == :clash

      faults = CobaltLedger::FaultList.new
      outcome.parts.each { |part| faults.add("/picks/#{part}", "is not resolved") }
      faults.raise_if_any!
    end

    # A rule that another of the same name came before.
    def beside(mine, pending)
      unless mine.kind == "rule" && mine.before.nil? && mine.after
        raise CobaltLedger::BadInput.at("/choice", "“both” is possible only where both sides added a rule")
      end

      rule = RulePlace.of(mine.after.except("id", "rank"), pending)
      CobaltLedger::Changes::Edit.new(kind: "rule", id: rule["id"], before: nil, after: rule)
    end

    def put(row, edit, pending)
      SoundPolicy.of(CobaltLedger::Changes::DocumentEdits.apply(pending, [edit]), [edit])
      return row.destroy! if edit.before == edit.after

      row.subject = edit.id
      row.becomes(edit.before, edit.after)
      row.by(@author)
      row.save!
    end
  end
end
