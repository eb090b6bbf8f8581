# frozen_string_literal: true

module Server
  # What is done with change sets and with the edits in them. Whatever leaves a set must leave it sound, and wherever it
  # goes it must stand there.
  class ChangeSets
    # author: name of who does it.
    def initialize(author)
      @author = author
    end

    # Begins another one. Returns the ChangeSet.
    def begin_new(name, purpose: "")
      alone do
        set = ChangeSet.begin_new(name.strip, edition: Edition.maximum(:number), purpose: purpose, owner: @author)
        noted("change_set_begun", set)
      end
    end

    # Says what a set is called, what it is for, and whose it is. given: Hash of "name", "purpose", "owner".
    def describe(id, given)
      alone do
        set = ChangeSet.opened(id)
        set.update!(given.slice("name", "purpose", "owner"))
        noted("change_set_described", set)
      end
    end

    # Ends a set without publishing it. Its edits stay readable, and can be had again.
    def drop(id, revision)
      alone do
        set = ChangeSet.opened(id)
        PolicyEditor.check_revision(set, revision)
        set.update!(dropped_at: Time.now, publish_at: nil)
        ChangeSet.open_on(Edition.newest)
        noted("change_set_dropped", set)
      end
    end

    # Moves edits to another set, where they must stand as well. edits: Array of ids; to: id of the other.
    def move(id, edits, to:, revision:)
      alone do
        from = ChangeSet.opened(id)
        target = ChangeSet.opened(to)
        raise CobaltLedger::BadInput.at("/to", "is the change set they are in") if from == target

        PolicyEditor.check_revision(from, revision)
        rows = rows(from.edits, edits)
        room!(target, rows)
        rows.each { |row| row.update!(change_set: target) }
        sound!(from)
        sound!(target)
        [from, target].each(&:touched!)
        noted("moved", from, to: target.id, edits: subjects(rows))
      end
    end

    # Moves edits to a set of their own: a part that is published by itself. Returns the new ChangeSet.
    def split(id, edits, name:, revision:)
      alone do
        target = begin_new(name)
        move(id, edits, to: target.id, revision: revision)
        target.reload
      end
    end

    # Takes edits back, all of them or none. They can be had again.
    def take_back(id, edits)
      alone do
        set = ChangeSet.opened(id)
        rows = rows(set.edits, edits)
        rows.each { |row| row.update!(taken_back_at: Time.now) }
        sound!(set)
        set.touched!
        noted("taken_back", set, edits: subjects(rows))
      end
    end

    # Puts back what was taken back. Where the edition has moved on since, it is brought up to it.
    def bring_back(id, edits)
      alone do
        set = ChangeSet.opened(id)
        rows = rows(set.taken_back, edits)
        room!(set, rows)
        rows.each do |row|
          row.by(@author)
          row.update!(taken_back_at: nil)
        end
        BringUp.one(set, set.base_edition, PolicyStore.instance.in_force.document)
        sound!(set)
        noted("had_again", set, edits: subjects(rows))
      end
    end

    private

    def alone(&block) = PolicyEditor.exclusively { |*| yield }

    # Writes it down; returns the set.
    def noted(kind, set, **details)
      JournalEntry.note(kind, actor: @author, subject: set.name, change_set: set.id, **details)
      set
    end

    def subjects(rows) = rows.first(PolicyEditor::NAMED).map { |row| { kind: row.kind, id: row.subject } }

    def rows(all, ids)
      found = all.where(id: ids).to_a
      missing = ids - found.map(&:id)
      return found if missing.empty?

      raise Problem.new(404, "no-such-edit", "There is no such edit in the change set (#{missing.join(', ')})")
    end

    # One edit a subject: none is put in the place of another unseen.
    def room!(target, rows)
      taken = target.edits.map { |edit| [edit.kind, edit.subject] } & rows.map { |edit| [edit.kind, edit.subject] }
      return if taken.empty?

      raise Problem.new(409, "edited-there", "“#{target.name}” already edits #{taken.map(&:last).join(', ')}")
    end

    # Raises Problem, with the faults, where the edits that are left can't stand.
    def sound!(set)
      SoundPolicy.of(CobaltLedger::Changes::DocumentEdits.apply(PolicyStore.instance.in_force.document, set.changes))
    rescue CobaltLedger::BadInput => e
      raise Problem.new(422, "cannot-stand", "“#{set.name}” can’t stay like that: #{e.faults.first(3).join('; ')}",
                        faults: Problem.faults(e))
    end
  end
end
