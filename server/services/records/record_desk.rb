# frozen_string_literal: true

module Server
  # Reads and writes records for one person, always through a decision of the edition in force.
  class RecordDesk
    # visitor: Visitor; depth: automations that led to what is saved here.
    def initialize(visitor, depth: 0)
      @visitor = visitor
      @depth = depth
      @state = visitor.state
    end

    # Record types, Array of RecordType.
    def record_types = @visitor.record_types
    def record_type(id) = @visitor.record_type(id)

    # The list of a record type: RecordList.
    def list(type_id)
      type = record_type(type_id)
      glance = CobaltLedger::Decisions::Glance.new(@state.engine, type, type.list_fields)
      RecordList.new(type, @visitor) { |record| glance.of(question(type, record, "list", nil)) }
    end

    # A decided form: [Record or nil, Decision, SaveForecast]. A record that is there is met only through a mode that
    # opens it. What is typed counts only where it could be typed: a program must not learn of hidden values by sending
    # guesses and watching the form answer.
    def open(type_id, number, mode, entered: {}, unit: nil)
      type = record_type(type_id)
      raise CobaltLedger::BadInput.at("/number", "a new #{type.noun} has no number yet") if mode == "create" && number
      raise CobaltLedger::BadInput.at("/number", "names the #{type.noun} to open") if mode != "create" && number.nil?

      record = number && find(type, number, mode)
      CobaltLedger::Decisions::Values.check_known!(type, entered, "entered")
      form =
        CobaltLedger::Decisions::TypedForm.new(@state.engine, question(type, record, mode, unit).with(entered: entered))
      [record, form.decision, SaveForecast.new(form, plain: true)]
    end

    # Records of a type to choose from in a field that refers to it, as the person may see them in lists: Array of
    # {"number", "words"}. Nothing is offered that a list would not show.
    def choices(type_id, search)
      type = record_type(type_id)
      numbered = type.fields.select(&:numbered?).map(&:id)
      list(type_id).page(1, CHOICES, search: search)["rows"].map do |row|
        { "number" => row["number"], "words" => row["words"].except(*numbered).values.compact.first(2).join(", ") }
      end
    end

    # Who could change a field of a record as it is stored: Changers. mode: "create" or "edit".
    def changers(type_id, number, field, mode, unit: nil)
      type = record_type(type_id)
      known = type.field(field) or raise CobaltLedger::BadInput.at("/field", "#{type.name} has no field “#{field}”")
      record = mode == "create" ? nil : find(type, number.to_s, mode)
      asked = question(type, record, mode, unit)
      if @state.engine.decide(asked)[known.id].hidden?
        raise Problem.new(404, "no-such-field",
                          "There is no such field")
      end

      Changers.new(@state, asked) { |found| found[known.id].open? }
    end

    # Who could unlock a record: Changers.
    def lifters(type_id, number)
      type = record_type(type_id)
      Changers.new(@state, question(type, find(type, number, "view"), "view")) do |found|
        found.action("unlock").allowed?
      end
    end

    # Records offered at once in a field that refers to them.
    CHOICES = 20

    # Keys of the suggestions the person has dismissed on a record.
    def dismissed(record) = record ? Dismissal.keys_of(record, @visitor.person) : []

    # Dismissals that one person has on one record at most; the oldest goes.
    DISMISSED = 50

    # Remembers that a suggestion was dismissed.
    def dismiss(type_id, number, offer)
      own = Dismissal.where(record_id: find(record_type(type_id), number, "edit").id, person: @visitor.person)
      Dismissal.transaction do
        own.order(:id).first.destroy! if own.count >= DISMISSED && !own.exists?(offer: offer)
        own.create_or_find_by!(offer: offer)
      end
    end

    # Judges a record that is to be created, and stores nothing. Returns [PreparedSaves::Save, Array of Typing::Aside],
    # or raises the refusal.
    def prepared_new(type_id, unit, changes)
      asked = question(record_type(type_id), nil, "create", unit)
      judge(asked, changes) { |values| PreparedSaves::Save.new(nil, asked.unit, values) }
    end

    # The same of changes to a record. record: Record that may be edited.
    def prepared_change(record, changes)
      asked = question(record_type(record.record_type), record, "edit", nil)
      judge(asked, changes) { |values| PreparedSaves::Save.new(record, record.unit, values) }
    end

    # Creates a record. Returns [Record, Array of Typing::Aside], or raises the refusal.
    def create(type_id, unit, changes, by:)
      save, aside = prepared_new(type_id, unit, changes)
      # The transaction is immediate, so no two records get one number.
      record = Record.transaction { insert(record_type(type_id), save.unit, save.stored, by) }
      @deeds = AutomationRunner.after(record, nil, depth: @depth)
      [record, aside]
    end

    # Saves changes to a record; one that changes nothing leaves it at its version. if_match: the version the person
    # started from. Returns [Record, Array of Typing::Aside].
    def update(type_id, number, changes, if_match:, by:)
      record = find(record_type(type_id), number, "edit")
      unless record.etag == if_match
        raise Problem.new(
          412,
          "changed-meanwhile",
          "Someone else saved #{number} since you opened it",
          current_etag: record.etag
        )
      end

      held = record.values
      saved = judge(question(record_type(type_id), record, "edit", nil), changes) do |values|
        before = record.stored
        record.values = values
        next record.reload if record.stored == before

        stored =
          Record.where(id: record.id, version: record.version).update_all(
            stored: record.stored, version: record.version + 1, changed_by: by, updated_at: Time.now
          )
        raise Problem.new(412, "changed-meanwhile", "Someone else saved #{number} since you opened it") if stored.zero?

        record.reload
      end
      @deeds = AutomationRunner.after(saved.first, held, depth: @depth)
      [saved.first.reload, saved.last]
    end

    # What automations did because of what was saved here, as far as the person may see it: Array of String.
    # record: Record that was saved.
    def caused(record)
      wrote, made = (@deeds || []).partition { |deed| deed.record.nil? }
      [*written(record, wrote.flat_map(&:fields).uniq), *made.filter_map { |deed| made_known(deed.record) }]
    end

    # Could the person change anything of a record? record: Record.
    def editable?(record)
      decision = @state.engine.decide(question(record_type(record.record_type), record, "edit", nil))
      %w[open save].all? { |key| decision.action(key).allowed? } && decision.fields.values.any?(&:open?)
    end

    # What is in force.
    def directory = @state.directory
    def policy = @state.policy

    private

    def find(type, number, mode) = @visitor.find!(type, number, mode)
    def question(...) = @visitor.question(...)

    def written(record, ids)
      type = record_type(record.record_type)
      decision = ids.empty? ? nil : @state.engine.decide(question(type, find(type, record.number, "view"), "view", nil))
      names = ids.reject { |id| decision[id].hidden? }.map { |id| type.field(id).name }
      return [] if names.empty?

      ["#{CobaltLedger::Words.list(names)} #{names.size == 1 ? 'was' : 'were'} filled in"]
    rescue Problem
      []
    end

    # A record that the person may not open is not there for them.
    def made_known(record)
      type = @visitor.record_types.find { |each| each.id == record.record_type } or return nil
      find(type, record.number, "view")
      "#{type.name} #{record.number} was created"
    rescue Problem
      nil
    end

    def insert(type, unit, values, by)
      number = NumberGiver.next(type)
      numbered = type.fields.find(&:numbered?)
      record = Record.new(record_type: type.id, number: number, unit: unit, changed_by: by)
      record.values = numbered ? values.merge(numbered.id => number) : values
      record.tap(&:save!)
    end

    def judge(question, changes)
      saving = CobaltLedger::Decisions::Saving.new(@state.engine, meets: @visitor.method(:meets?))
      verdict = saving.judge(question, changes)
      return [yield(verdict.stored), verdict.aside] if verdict.accepted

      raise Denied.problem(verdict.refusals)
    end
  end
end
