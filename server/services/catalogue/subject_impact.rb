# frozen_string_literal: true

module Server
  # What an edit of a record type or a baseline does before it is kept: to rules, to forms, to what records hold, and to
  # whom.
  class SubjectImpact
    # kind: "record_type" or "baseline"; id: String; document: as it shall be, nil where it goes; sight: Sight of
    # the user who asks.
    def initialize(kind, id, document, sight)
      @pending = PolicyStore.instance.pending
      @kind = kind
      @id = id
      @document = document
      @sight = sight
    end

    # {"faults", "sentences", "fields", "stored"}: of faults alone where there are any.
    def to_h
      CobaltLedger::Formats::Schema.check!(@kind.tr("_", "-"), @document) if @document
      after = state
      { "faults" => [], "fields" => @kind == "record_type" ? fields(after) : [], "stored" => stored(after),
        "sentences" => ToldInTime.new(@pending.engine, after.engine).sentences }
    rescue CobaltLedger::BadInput => e
      { "faults" => Problem.faults(e), "fields" => [], "stored" => [], "sentences" => [] }
    end

    private

    def state
      current = CobaltLedger::Changes::DocumentEdits.find(@pending.document, @kind, @id)
      edit = CobaltLedger::Changes::Edit.new(kind: @kind, id: @id, before: current, after: @document)
      document = CobaltLedger::Changes::DocumentEdits.apply(@pending.document, [edit])
      PolicyStore.instance.state_of(document)
    rescue CobaltLedger::BadInput => e
      raise SubjectFaults.relative(e, document, edit)
    end

    # What is held is read by the edition in force until it is published.
    def stored(after)
      before = PolicyStore.instance.in_force.policy.record_type(@id)
      @kind == "record_type" && before ? UnfitValues.new(before, after.policy.record_type(@id), @sight).to_a : []
    end

    # Fields that are not as they were, with the rules and forms they stand in.
    def fields(after)
      before = CobaltLedger::Changes::DocumentEdits.find(@pending.document, @kind, @id)
      old, new = [before, @document].map do |type|
        (type || { "fields" => [] })["fields"].to_h do |each|
          [each["id"], each]
        end
      end
      (old.keys | new.keys).reject { |id| old[id] == new[id] }.map do |id|
        # Those that reach it as it is, so that it is seen what loses by the edit.
        policy = old[id] ? @pending.policy : after.policy
        field = policy.record_type(@id).field(id)
        { "field" => id, "name" => (new[id] || old[id])["name"], "verb" => verb(old[id], new[id]),
          "rules" => rules(policy, field),
          "forms" => policy.record_type(@id).forms.select { |form| form.fields.include?(field) }.map(&:name) }
      end
    end

    def verb(old, new)
      return "is new" if old.nil?
      return "goes" if new.nil?
      return new["retired"] ? "is retired" : "is restored" if !old["retired"] ^ !new["retired"]

      "changes"
    end

    def rules(policy, field)
      about = { record_type: @id, field: field }
      CobaltLedger::Rules::Touching.new(policy, @pending.directory, about).found.map do |each|
        { "id" => each.rule.id, "number" => each.rule.number, "title" => each.rule.title, "how" => each.how.join(", ") }
      end
    end
  end
end
