# frozen_string_literal: true

module Server
  # Brings open change sets up to another edition. Called in the transaction that publishes it.
  module BringUp
    module_function

    # number: of the edition that has just been published; document: its policy document.
    def all(number, document)
      ChangeSet.open.where.not(base_edition: number).each { |set| one(set, number, document) }
    end

    # change_set: ChangeSet that stands on another edition, or has got edits from elsewhere.
    def one(change_set, number, document)
      rows = change_set.edits.to_a
      rebase = CobaltLedger::Changes::Rebase.new(rows.map(&:to_change), document) { |judged| SoundPolicy.of(judged) }
      standing, aside, gone = rebase.run
      rows = rows.to_h { |row| [[row.kind, row.subject], row] }
      standing.each { |edit| stand(rows.fetch([edit.kind, edit.id]), edit) }
      aside.each { |each| put_aside(rows.fetch([each.edit.kind, each.edit.id]), each) }
      gone.each { |edit| rows.fetch([edit.kind, edit.id]).destroy! }
      change_set.base_edition = number
      change_set.touched!
    end

    def stand(row, edit)
      row.becomes(edit.before, edit.after)
      row.save!
    end

    # Mine and what it was stay as they are; what the other edition has is kept beside.
    def put_aside(row, aside)
      faults = aside.faults.map(&:to_s)
      question = { "theirs" => aside.theirs, "parts" => aside.parts, "faults" => faults }
      row.update!(unsettled: CobaltLedger::CanonicalJson.write(question))
    end

    private_class_method :stand, :put_aside
  end
end
