# frozen_string_literal: true

module Server
  # Puts edits into the open change set. Every edit must leave a sound policy; otherwise nothing is kept.
  class PolicyEditor
    LOCK = Monitor.new

    # author: name of the person who edits.
    def initialize(author)
      @author = author
    end

    # One edit. if_match: ETag the editor started from, nil for a new subject, :any to leave it unchecked;
    # stored_values: what it makes of values that records hold (see CarriedValues), or nil. Returns the subject's
    # document (nil when removed). Raises Problem or CobaltLedger::BadInput.
    def put(kind, id, after, if_match:, stored_values: nil)
      exclusively do |change_set, document|
        current = CobaltLedger::Changes::DocumentEdits.find(document, kind, id)
        check_version(kind, id, current, after, if_match)
        policy = apply(
          change_set, document, [CobaltLedger::Changes::Edit.new(kind: kind, id: id, before: current, after: after)]
        )
        edit = change_set.edits.find_by(kind: kind, subject: id) if kind == "record_type"
        CarriedValues.keep(edit, policy.record_type(id), stored_values || {}) if edit
        after
      end
    end

    # A new rule, placed among those there are at that moment. Returns its document.
    def add_rule(rule)
      exclusively do |_change_set, document|
        placed = RulePlace.of(rule, document)
        put("rule", placed["id"], placed, if_match: nil)
      end
    end

    # Several edits at once. revision: of the change set they were worked out against.
    def put_all(edits, revision:)
      exclusively do |change_set, document|
        check_revision(change_set, revision)
        apply(change_set, document, edits) if edits.any?
      end
    end

    # Edits that are worked out from the policy as it stands, while nobody else can edit. The block is given the
    # document and gives the Array of Edit. Returns it.
    def work_out
      exclusively do |change_set, document|
        yield(document).tap { |edits| apply(change_set, document, edits) if edits.any? }
      end
    end

    # Takes one edit back. Raises BadInput when the others can't stand without it.
    def revert(edit_id)
      exclusively do |change_set, _document|
        edit = change_set.edits.find_by(id: edit_id) or
          raise Problem.new(404, "no-such-edit", "There is no such edit in the change set")
        rest = change_set.changes.reject { |change| change.kind == edit.kind && change.id == edit.subject }
        sound!(CobaltLedger::Changes::DocumentEdits.apply(PolicyStore.instance.in_force.document, rest))
        edit.destroy!
        change_set.update!(revision: change_set.revision + 1)
      end
    end

    # Makes the pending policy the next edition, and opens the next change set. edition: the number of the one that it
    # was looked at on, or nil. The block, where there is one, raises what keeps it from being published. Returns the
    # Edition.
    def publish(revision:, note:, edition: nil)
      exclusively do |change_set, document|
        stands_on!(change_set, edition)
        check_revision(change_set, revision)
        raise Problem.new(422, "nothing-to-publish", "The change set holds no edit") if change_set.edits.empty?

        policy = sound!(document)
        yield if block_given?
        carry_values(change_set, policy)
        Edition.publish(document, by: @author, note: note).tap do |published|
          change_set.update!(published_edition: published.number)
          ChangeSet.open_on(published)
        end
      end
    end

    # ETag of a part of the policy (RFC 9110). document: Hash.
    def self.etag(document) = "\"#{CobaltLedger::CanonicalJson.digest(document)[0, 24]}\""

    private

    def exclusively
      Heavy::Dropped.never do
        LOCK.synchronize do
          ActiveRecord::Base.transaction { yield ChangeSet.current, PolicyStore.instance.pending.document }
        end
      end
    end

    def check_version(kind, id, current, after, if_match)
      return if if_match == :any
      raise Problem.new(404, "no-such-#{kind}", "There is no #{kind.tr('_', ' ')} “#{id}”") if current.nil? && if_match
      if current && if_match.nil?
        raise Problem.new(409, "already-there", "There is already a #{kind.tr('_', ' ')} “#{id}”")
      end
      return if current.nil? || self.class.etag(current) == if_match

      raise Problem.new(
        412,
        "changed-meanwhile",
        "Somebody else changed “#{current['title'] || current['name']}” since you opened it",
        current: current,
        current_etag: self.class.etag(current),
        yours: after
      )
    end

    # What is published stands on the edition in force, or it would undo what that one brought.
    def stands_on!(change_set, edition)
      newest = Edition.maximum(:number)
      return if change_set.base_edition == newest && (edition.nil? || edition == newest)

      raise Problem.new(
        412,
        "another-edition",
        "Edition #{newest} has come into force since you looked at the changes; look again"
      )
    end

    def check_revision(change_set, revision)
      return if change_set.revision == revision

      raise Problem.new(412, "changed-meanwhile", "The change set has been edited since you looked at it; look again")
    end

    # Returns the policy as it then is.
    def apply(change_set, document, edits)
      edits = edits.map { |edit| up_to_date(edit) }
      sound!(CobaltLedger::Changes::DocumentEdits.apply(document, edits), edits).tap do
        edits.each { |edit| keep(change_set, edit) }
        change_set.update!(revision: change_set.revision + 1)
      end
    end

    # What records hold goes with the record types that are published.
    def carry_values(change_set, policy)
      change_set.edits.reject { |edit| edit.carried.empty? }.each do |edit|
        # The record type may have become another since, by an import; then only what still makes sense is done.
        type = policy.record_type(edit.subject) or next
        CarriedValues.new(type, CarriedValues.new(type, edit.carried).sound).apply(@author)
      end
    end

    # A rule of an earlier version is brought up to date.
    def up_to_date(edit)
      return edit unless edit.kind == "rule" && edit.after

      CobaltLedger::Changes::Edit.new(
        kind: edit.kind, id: edit.id, before: edit.before, after: CobaltLedger::Formats::UpToDate.rule(edit.after)
      )
    end

    # Checks shape and sense. Faults of a single edited subject are given relative to that subject.
    def sound!(document, edits = [])
      edits.each do |edit|
        if edit.after && %w[rule record_type baseline].include?(edit.kind)
          CobaltLedger::Formats::Schema.check!(edit.kind.tr("_", "-"), edit.after)
        end
      end
      CobaltLedger::Formats::PolicyJson.build(document, PolicyStore.instance.directory, shaped: true)
    rescue CobaltLedger::BadInput => e
      raise(edits.size == 1 ? SubjectFaults.relative(e, document, edits.first) : e)
    end

    # One edit a subject: what it was in the edition stays, what it shall be moves on.
    def keep(change_set, edit)
      row = change_set.edits.find_or_initialize_by(kind: edit.kind, subject: edit.id)
      row.before = dump(edit.before) if row.new_record?
      row.after = dump(edit.after)
      row.author = @author
      row.before == row.after ? (row.destroy! if row.persisted?) : row.save!
    end

    def dump(document) = document.nil? ? nil : CobaltLedger::CanonicalJson.write(document)
  end
end
