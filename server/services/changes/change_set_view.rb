# frozen_string_literal: true

module Server
  # A change set as it is sent.
  class ChangeSetView
    # All that are open, as a list to choose from.
    def self.list
      edits = Edit.where(taken_back_at: nil, change_set: ChangeSet.open)
      counts = edits.group(:change_set_id).count
      unsettled = edits.where.not(unsettled: nil).group(:change_set_id).count
      ChangeSet.open.map do |set|
        { "id" => set.id, "name" => set.name, "owner" => set.owner, "purpose" => set.purpose,
          "edits" => counts[set.id] || 0, "unsettled" => unsettled[set.id] || 0, "revision" => set.revision,
          "publish_at" => set.publish_at&.iso8601 }.compact
      end
    end

    def initialize(change_set)
      @set = change_set
      @store = PolicyStore.instance
    end

    def to_h
      {
        "id" => @set.id, "name" => @set.name, "purpose" => @set.purpose, "owner" => @set.owner,
        "base_edition" => @set.base_edition, "revision" => @set.revision, "digest" => @set.digest,
        "publish_at" => @set.publish_at&.iso8601,
        "edits" => @set.edits.reject(&:unsettled).map { |edit| told(edit) },
        "unsettled" => @set.edits.select(&:unsettled).map { |edit| unsettled(edit) },
        "taken_back" => @set.taken_back.map { |edit| short(edit) }
      }.compact
    end

    private

    def account
      @account ||=
        CobaltLedger::Changes::Account.new(@store.in_force.policy, pending.policy, @store.directory)
    end

    def pending = @pending ||= @store.pending(@set)

    def told(edit)
      told = account.of(edit.to_change)
      told.merge("lines" => told["lines"] + carried(edit), "joined" => joined(edit)).compact.merge(about(edit))
    end

    def about(edit)
      { "id" => edit.id, "kind" => edit.kind, "subject" => edit.subject, "verb" => edit.to_change.verb,
        "author" => edit.author, "at" => edit.updated_at.iso8601 }
    end

    # What another edition changed beside it, where that was joined by itself.
    def joined(edit)
      number, by, theirs = edit.joined_with
      number && { "edition" => number, "by" => by, "lines" => beside(theirs) }.compact
    end

    # The sentence of a rule is left out where it is as it was.
    def beside(edit)
      lines = account.of(edit)["lines"]
      keeping = CobaltLedger::Changes::ThreeWay::KEEPING
      alike = edit.kind == "rule" && edit.before.except(*keeping) == edit.after.except(*keeping)
      alike ? lines.drop(1) : lines
    end

    def carried(edit)
      type = edit.kind == "record_type" && pending.policy.record_type(edit.subject)
      type ? CarriedValues.new(type, edit.carried).words : []
    end

    # Three ways: what it was, what the edition in force has, what the set would have.
    def unsettled(edit)
      question = edit.open_question
      change = edit.to_change
      sides = { "before" => change.before, "theirs" => edit.theirs, "mine" => change.after }
      told = sides.transform_values { |side| side && SideInWords.of(edit.kind, side) }
      short(edit).merge(
        "parts" => parts(edit.kind, question["parts"], sides, told), "faults" => question["faults"],
        "their_author" => OtherHand.of(edit.kind, edit.subject, @set.base_edition),
        "sides" => told.transform_values { |side| side&.to_s },
        "both" => edit.kind == "rule" && change.before.nil? && !edit.theirs.nil?
      )
    end

    # Each part that both changed, as each side has it.
    def parts(kind, names, sides, told)
      names.map do |name|
        { "part" => name, "name" => SideInWords.part_name(kind, name, sides) }.merge(
          told.transform_values { |side| side&.part(name) }
        )
      end
    end

    def short(edit)
      document = edit.to_change.then { |change| change.after || change.before }
      name = document.is_a?(Hash) && (document["title"] || document["name"])
      about(edit).merge("title" => [edit.kind == "setting" ? nil : noun(edit), name || edit.subject].compact.join(" "))
    end

    def noun(edit) = CobaltLedger::Words.capitalize(edit.kind.tr("_", " "))
  end
end
