# frozen_string_literal: true

module Server
  # Puts edits into the chosen change set. Every edit must leave a sound policy; otherwise nothing is kept.
  class PolicyEditor
    LOCK = Monitor.new

    # author: name of the person who edits.
    def initialize(author)
      @author = author
    end

    # Runs the block alone, in a transaction, with the chosen ChangeSet and its policy document.
    def self.exclusively
      Heavy::Dropped.never do
        LOCK.synchronize do
          ActiveRecord::Base.transaction do
            change_set = ChangeSet.current
            yield change_set, PolicyStore.instance.pending(change_set).document
          end
        end
      end
    end

    # Runs the block alone and in a transaction, provided that nothing has moved on. standing: from PolicyStore, noted
    # before what the block keeps was calculated. Returns what the block does, false where something has.
    def self.where_standing(standing)
      Heavy::Dropped.never do
        LOCK.synchronize do
          ActiveRecord::Base.transaction { PolicyStore.instance.standing == standing && yield }
        end
      end
    end

    # One edit. if_match: ETag the editor started from, nil for a new subject, :any to leave it unchecked;
    # stored_values: what it makes of values that records hold (see CarriedValues), or nil. Returns the subject's
    # document (nil when removed). Raises Problem or CobaltLedger::BadInput.
    def put(kind, id, after, if_match:, stored_values: nil)
      edited(stored_values || {}) do |_change_set, document|
        [edit(document, kind, id, after, if_match)]
      end.first.after
    end

    # A new rule, placed among those there are at that moment. Returns its document.
    def add_rule(rule)
      edited do |_change_set, document|
        placed = RulePlace.of(rule, document)
        [edit(document, "rule", placed["id"], placed, nil)]
      end.first.after
    end

    # Several edits at once. revision: of the change set they were calculated against.
    def put_all(edits, revision:)
      edited do |change_set, _document|
        self.class.check_revision(change_set, revision)
        edits
      end
    end

    # Edits that are calculated from the policy as it is. The block is given the document, perhaps several times,
    # and gives the Array of Edit. Returns it.
    def work_out
      edited { |_change_set, document| yield(document) }
    end

    # ETag of a part of the policy (RFC 9110). document: Hash. The rank of a rule stands behind the rest of it: another
    # rule that is moved changes it, and is no reason to refuse who edits this one.
    def self.etag(document)
      digest = CobaltLedger::CanonicalJson.digest(document.except("rank"))[0, 24]
      "\"#{[digest, document['rank']].compact.join('-')}\""
    end

    # For who was overtaken again and again.
    def self.busy = Problem.new(503, "busy", "Too many edits at once. Try again.")

    # Raises Problem where the change set is not as it was.
    def self.check_revision(change_set, revision)
      return if change_set.revision == revision

      raise Problem.new(412, "changed-meanwhile",
                        "The change set has been edited since you opened it. Reload and try again.")
    end

    # Edits that one entry of the journal names; of more it gives the number.
    NAMED = 20

    # Times an edit is calculated while others may write.
    TRIES = 3

    private

    # The block is given the change set and its document and gives the edits. They are judged before anyone is kept
    # from writing, and kept if by then nothing has moved on; where others are always faster, the last try keeps them
    # from writing. stored_values: as of put, nil to leave what is kept of them. Returns the edits.
    def edited(stored_values = nil, &block)
      LOCK.synchronize do
        TRIES.times { attempt(stored_values, &block)&.then { |edits| return edits } }
        Heavy::Dropped.never do
          ActiveRecord::Base.transaction do
            attempt(stored_values, &block)
          end
        end || raise(self.class.busy)
      end
    end

    # One try. nil where someone else has written meanwhile.
    def attempt(stored_values)
      # Before all that is read: what another process writes after this is noticed.
      standing = PolicyStore.instance.standing
      change_set = ChangeSet.current
      document = document_of(change_set) or return
      edits = yield(change_set, document).map { |edit| up_to_date(edit) }
      return edits if edits.empty?

      policy = SoundPolicy.of(CobaltLedger::Changes::DocumentEdits.apply(document, edits), edits)
      edits if keep_all(change_set, edits, policy, standing, stored_values)
    end

    # nil where it was published this moment, and no one has chosen it: then the next is meant.
    def document_of(change_set)
      PolicyStore.instance.pending(change_set).document
    rescue Problem => e
      raise if Current.change_set || e.status != 410
    end

    # False where things no longer stand as they did.
    def keep_all(change_set, edits, policy, standing, stored_values)
      self.class.where_standing(standing) do
        edits.each { |edit| keep(change_set, edit) }
        carry(change_set, edits, policy, stored_values)
        change_set.touched!
        note(change_set, edits)
        true
      end
    end

    # What becomes of stored values goes with the edits of record types.
    def carry(change_set, edits, policy, stored_values)
      return unless stored_values

      edits.select { |edit| edit.kind == "record_type" }.each do |edit|
        row = change_set.edits.find_by(kind: edit.kind, subject: edit.id)
        CarriedValues.keep(row, policy.record_type(edit.id), stored_values) if row
      end
    end

    def edit(document, kind, id, after, if_match)
      current = CobaltLedger::Changes::DocumentEdits.find(document, kind, id)
      check_version(kind, id, current, after, if_match)
      CobaltLedger::Changes::Edit.new(kind: kind, id: id, before: current,
                                      after: in_its_place(after, current, if_match))
    end

    def check_version(kind, id, current, after, if_match)
      return if if_match == :any
      raise Problem.new(404, "no-such-#{kind}", "There is no #{kind.tr('_', ' ')} “#{id}”") if current.nil? && if_match
      if current && if_match.nil?
        raise Problem.new(409, "already-there", "There is already a #{kind.tr('_', ' ')} “#{id}”")
      end
      return if current.nil? || unranked(self.class.etag(current)) == unranked(if_match)

      raise Problem.new(
        412,
        "changed-meanwhile",
        "Someone else changed “#{current['title'] || current['name']}” since you opened it",
        current: current,
        current_etag: self.class.etag(current),
        yours: after
      )
    end

    def unranked(etag) = etag.sub(/-\d+"\z/, '"')

    # A rule whose rank is the one that it was opened with stays where it is now.
    def in_its_place(after, current, if_match)
      opened_with = if_match.to_s[/-(\d+)"\z/, 1]&.to_i
      return after unless after && current && opened_with && after["rank"] == opened_with
      return after unless after.values_at("kind", "record_type") == current.values_at("kind", "record_type")

      after.merge("rank" => current["rank"])
    end

    def note(change_set, edits)
      named = edits.first(NAMED).map { |edit| { kind: edit.kind, id: edit.id, verb: edit.verb } }
      JournalEntry.note("edit", actor: @author, subject: change_set.name, change_set: change_set.id,
                                revision: change_set.revision, edits: named, count: edits.size)
    end

    # A rule of an earlier version is brought up to date.
    def up_to_date(edit)
      return edit unless edit.kind == "rule" && edit.after

      CobaltLedger::Changes::Edit.new(
        kind: edit.kind, id: edit.id, before: edit.before, after: CobaltLedger::Formats::UpToDate.rule(edit.after)
      )
    end

    # One edit a subject: what it was in the edition stays, what it shall be moves on. Where it was not settled, this
    # settles it.
    def keep(change_set, edit)
      row = change_set.edits.find_or_initialize_by(kind: edit.kind, subject: edit.id)
      row.new_record? || row.unsettled ? row.becomes(edit.before, edit.after) : row.turns_into(edit.after)
      row.by(@author)
      return row.persisted? && row.destroy! if row.before == row.after

      row.save!
    end
  end
end
