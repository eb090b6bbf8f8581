# frozen_string_literal: true

module Server
  # Brings open change sets up to another edition. Called in the transaction that publishes it.
  module BringUp
    # What becomes of change sets, calculated before the transaction. document: policy document that will be published;
    # outcomes: Hash of a change set's id to [its revision, what Rebase gives].
    Ahead = Struct.new(:document, :outcomes)

    module_function

    # change_set: ChangeSet that is about to be published. Returns an Ahead, or nil where it was published meanwhile.
    def ahead(change_set)
      document = PolicyStore.instance.pending(change_set).document
      others = ChangeSet.open.where.not(id: change_set.id)
      Ahead.new(document, others.to_h { |set| [set.id, [set.revision, rebased(set.edits.to_a, document)]] })
    rescue Problem, CobaltLedger::BadInput
      # Publishing itself says what is wrong.
      nil
    end

    # number: of the edition that has just been published; document: its policy document; ahead: Ahead or nil. A change
    # set that has been edited since is calculated anew.
    def all(number, document, ahead = nil)
      known = ahead && ahead.document == document ? ahead.outcomes : {}
      ChangeSet.open.where.not(base_edition: number).each do |set|
        revision, outcome = known[set.id]
        one(set, number, document, (outcome if revision == set.revision))
      end
    end

    # change_set: ChangeSet that stands on another edition, or has got edits from elsewhere; outcome: as Rebase gives
    # it, nil to calculate it.
    def one(change_set, number, document, outcome = nil)
      rows = change_set.edits.to_a
      standing, aside, gone = outcome || rebased(rows, document)
      rows = rows.to_h { |row| [[row.kind, row.subject], row] }
      standing.each { |edit| stand(rows.fetch([edit.kind, edit.id]), edit, number) }
      aside.each { |each| put_aside(rows.fetch([each.edit.kind, each.edit.id]), each) }
      gone.each { |edit| rows.fetch([edit.kind, edit.id]).destroy! }
      change_set.base_edition = number
      change_set.touched!
    end

    def rebased(rows, document)
      CobaltLedger::Changes::Rebase.new(rows.map(&:to_change), document) { |judged| SoundPolicy.of(judged) }.run
    end

    # What both changed without touching each other is joined, and told.
    def stand(row, edit, number)
      mine = row.to_change
      if mine.before != edit.before && mine.before && edit.before
        row.joined = CobaltLedger::CanonicalJson.write(joined(mine, edit.before, number))
      end
      row.becomes(edit.before, edit.after)
      row.save!
    end

    def joined(mine, theirs, number)
      { "edition" => number, "by" => OtherHand.of(mine.kind, mine.id, number), "before" => mine.before,
        "theirs" => theirs }
    end

    # Mine and what it was stay as they are; what the other edition has is kept beside.
    def put_aside(row, aside)
      faults = aside.faults.map(&:to_s)
      question = { "theirs" => aside.theirs, "parts" => aside.parts, "faults" => faults }
      row.update!(unsettled: CobaltLedger::CanonicalJson.write(question))
    end

    private_class_method :rebased, :stand, :joined, :put_aside
  end
end
