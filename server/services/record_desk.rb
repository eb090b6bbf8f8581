# frozen_string_literal: true

module Server
  # Reads and writes records for one person, always through a decision of the edition in force.
  class RecordDesk
    # Rows of a list that are decided and searched at most.
    LIST_LIMIT = 10_000

    # person: identifier of a directory user; channel: "form" for people, "interface" for programs;
    # network: the address they come from, String or nil.
    def initialize(person, channel: "form", network: nil)
      @state = PolicyStore.instance.in_force
      @now = Time.now
      @network = network && CobaltLedger::Conditions::NetworkKind.parse(network, nil)
      @channel = channel
      raise Problem.new(403, "nobody", "Your account is not tied to a person of the directory, so no record can be opened") unless person

      @principals = @state.directory.principals_of(person)
    rescue CobaltLedger::BadInput
      raise Problem.new(403, "nobody", "The directory no longer has the person your account stands for")
    end

    # Record types, Array of RecordType.
    def record_types = @state.policy.record_types.values

    def record_type(id)
      @state.policy.record_type(id) or raise Problem.new(404, "no-such-record-type", "There is no record type “#{id}”")
    end

    # One page of a list. Searching and sorting see only what the person may see.
    def list(type_id, page:, per_page:, search: nil, sort: nil, descending: false)
      type = record_type(type_id)
      rows = Record.where(record_type: type_id).order(:number).limit(LIST_LIMIT).map { |record| row(type, record) }
      rows.select! { |each| each["words"].values.any? { |text| text.to_s.downcase.include?(search.downcase) } } if search && !search.strip.empty?
      rows = sorted(rows, sort, descending) if sort
      { "columns" => columns(type, rows), "total" => rows.size, "page" => page, "per_page" => per_page,
        "rows" => rows.slice((page - 1) * per_page, per_page) || [] }
    end

    # A decided form. Returns [Record or nil, Decision].
    def open(type_id, number, mode, entered: {}, unit: nil)
      type = record_type(type_id)
      record = number && find(type, number)
      CobaltLedger::Decisions::Values.check_known!(type, entered, "entered")
      question = question(type, record, mode, unit)
      visible = writable_only(question, entered)
      [record, @state.engine.decide(question.with(entered: visible))]
    end

    # Keys of the suggestions the person has dismissed on a record.
    def dismissed(record) = record ? Dismissal.keys_of(record, @principals.user_id) : []

    # Remembers that a suggestion was dismissed.
    def dismiss(type_id, number, offer)
      Dismissal.create_or_find_by!(record_id: find(record_type(type_id), number).id, person: @principals.user_id, offer: offer)
    end

    # Creates a record. Returns [Record, nil], or raises the refusal.
    def create(type_id, unit, changes, by:)
      type = record_type(type_id)
      judge(question(type, nil, "create", unit), changes) do |values|
        # The transaction is immediate, so no two records get one number.
        Record.transaction { insert(type, unit_or_own(unit), values, by) }
      end
    end

    # Saves changes to a record. if_match: the version the person started from.
    def update(type_id, number, changes, if_match:, by:)
      record = find(record_type(type_id), number)
      raise Problem.new(412, "changed-meanwhile", "Somebody else saved #{number} since you opened it", current_etag: record.etag) unless record.etag == if_match

      judge(question(record_type(type_id), record, "edit", nil), changes) do |values|
        record.values = values
        stored = Record.where(id: record.id, version: record.version)
                       .update_all(stored: record.stored, version: record.version + 1, changed_by: by, updated_at: Time.now)
        raise Problem.new(412, "changed-meanwhile", "Somebody else saved #{number} since you opened it") if stored.zero?

        record.reload
      end
    end

    def directory = @state.directory

    private

    def find(type, number)
      Record.find_by(record_type: type.id, number: number) or raise Problem.new(404, "no-such-record", "There is no #{type.noun} “#{number}”")
    end

    def insert(type, unit, values, by)
      number = NumberGiver.next(type)
      numbered = type.fields.find { |field| field.kind_name == "auto_number" }
      record = Record.new(record_type: type.id, number: number, unit: unit, changed_by: by)
      record.values = numbered ? values.merge(numbered.id => number) : values
      record.tap(&:save!)
    end

    def question(type, record, mode, unit)
      CobaltLedger::Decisions::Question.new(principals: @principals, record_type: type, unit: record ? record.unit : unit_or_own(unit),
                                            mode: mode, channel: @channel, stored: record ? record.values : {}, at: @now, network: @network,
                                            locked: record ? record.locked : false, related: method(:related))
    end

    def related(type, number) = Record.find_by(record_type: type, number: number)&.values

    def unit_or_own(unit)
      return unit if unit && @state.directory.find(:unit, unit)
      raise CobaltLedger::BadInput.at("/unit", "there is no unit “#{unit}”") if unit

      @principals.ids(:unit).first || @state.directory.units.first&.id || "none"
    end

    # What is typed into a form counts for the next decision only where it could be typed: a program must not
    # learn of hidden values by sending guesses and watching the form answer.
    def writable_only(question, entered)
      return entered if entered.empty?

      order = CobaltLedger::Decisions::ChangeOrder.new(@state.engine, question, entered, CobaltLedger::Decisions::Saving::BUDGET)
      entered.except(*order.stuck.map(&:first))
    end

    def judge(question, changes)
      verdict = CobaltLedger::Decisions::Saving.new(@state.engine).judge(question, changes)
      return yield(verdict.stored) if verdict.accepted

      raise Problem.new(422, "refused-save", verdict.refusals.map(&:words).join("; ")[0, 2000],
                        refusals: verdict.refusals.map { |refusal| refusal.to_h.transform_keys(&:to_s) })
    end

    def row(type, record)
      decision = @state.engine.decide(question(type, record, "list", nil))
      shown = type.list_fields.reject { |id| decision[id].hidden? }
      words = shown.to_h do |id|
        value = decision.values[id]
        disclosed = decision[id].disclose(value).first
        [id, decision[id].masked? || disclosed.nil? ? disclosed : type.field(id).say(value, @state.directory)]
      end
      { "number" => record.number, "unit" => record.unit, "words" => words, "masked" => shown.select { |id| decision[id].masked? } }
    end

    def columns(type, rows)
      type.list_fields.select { |id| rows.empty? || rows.any? { |row| row["words"].key?(id) } }
          .map { |id| { "id" => id, "name" => type.field(id).name, "kind" => type.field(id).kind_name } }
    end

    def sorted(rows, sort, descending)
      filled, blank = rows.partition { |row| row["words"][sort] }
      filled.sort_by! { |row| sort_key(row["words"][sort]) }
      (descending ? filled.reverse : filled) + blank
    end

    # Figures by size, dates by day, all else by letter.
    def sort_key(text)
      plain = text.delete(",")
      return [0, plain.to_r, text] if plain.match?(/\A-?\d+(\.\d+)?\z/)

      day = text.match?(/\A\d{1,2} \p{Alpha}{3} \d{4}\z/) ? Date.parse(text) : nil
      day ? [1, day.jd.to_r, text] : [2, 0r, text.downcase]
    end
  end
end
