# frozen_string_literal: true

module Server
  # Reads the question strip: who, on what, in which mode, from where, when.
  class QuestionReader
    # looked_up: records that the decision asked for, by record type and number; made_up: identifiers of the fields of
    # the record in whose place a made-up value stands.
    attr_reader :state, :record, :looked_up, :made_up

    # state: PolicyStore::Compiled; sight: what the one who asks may see of stored records.
    def initialize(state, sight)
      @state = state
      @sight = sight
      @looked_up = {}
      @made_up = []
    end

    # params: Hash with "record_type", "unit", "mode", "channel", "record" (number), "as" ("user:asha.brandt"), "form",
    # "at" (a moment; now when left out), "network" (address), "place", "locked", "entered" (JSON values).
    # Returns a CobaltLedger Question. Raises CobaltLedger::BadInput.
    def read(params)
      type = record_type(params["record_type"])
      @record = record_of(type, params["record"], params["mode"])
      seen = @record && @sight.of(@record, type)
      @made_up = seen ? seen.made_up : []
      CobaltLedger::Decisions::Question.new(
        principals: audience(params["as"]), record_type: type, unit: unit(params["unit"]),
        mode: params["mode"] || "edit", channel: params["channel"] || "form", form: form(type, params["form"]),
        stored: seen ? seen.stored : {}, entered: entered(type, params["entered"] || {}), related: method(:related),
        units: Record.method(:unit_of), locked: params.fetch("locked") { @record&.locked || false },
        lifted: @record&.lifted?(Time.now) || false, **circumstances(params)
      )
    end

    # The Catalogue::RecordType. Raises Problem where there is none.
    def record_type(id)
      state.policy.record_type(id) or
        raise CobaltLedger::BadInput.at("/record_type", "the policy has no record type “#{id}”")
    end

    # The record's own unit counts before the one asked for; without either, the first unit that has none below.
    def unit(id)
      return record.unit if record

      id = nil if id == ""
      return id if id && state.directory.find(:unit, id)
      raise CobaltLedger::BadInput.at("/unit", "there is no unit “#{id}”") if id

      state.directory.owning_units.first
    end

    # "role:courier" -> Principals. Kinds: user, role, group, department, unit; "everyone" for anyone.
    def audience(text)
      kind, id = text.to_s.split(":", 2)
      kinds = CobaltLedger::Directory::Audience::KINDS.map(&:to_s) + ["everyone"]
      unless kinds.include?(kind)
        raise CobaltLedger::BadInput.at("/as", "must be like role:courier or user:asha.brandt")
      end

      state.directory.bare(kind.to_sym, id)
    end

    private

    # When and from where.
    def circumstances(params)
      faults = CobaltLedger::FaultList.new
      at =
        CobaltLedger::Formats::QuestionJson.moment(
          params["at"].to_s.empty? ? nil : params["at"], state.policy.zone, "/at", faults
        )
      network = address(params["network"], faults)
      place = params["place"].to_s.empty? ? nil : params["place"]
      if place && state.policy.places.none? { |each| each.id == place }
        faults.add("/place", "the policy names no place “#{place}”")
      end
      faults.raise_if_any!
      { at: at || state.moment || Time.now, network: network, place: place }
    end

    def address(text, faults)
      CobaltLedger::Conditions::NetworkKind.parse(text, nil)
    rescue CobaltLedger::Catalogue::Kind::Unsuitable => e
      faults.add("/network", e.message)
    end

    def form(type, id)
      return :own if id.to_s.empty?

      type.form(id) or raise CobaltLedger::BadInput.at("/form", "#{type.name} has no form “#{id}”")
    end

    # Values of another record that a condition or a value looks up, as far as the viewer may see them; of one that
    # is typed only where they may open it.
    def related(type, number)
      (@looked_up[type] ||= {})[number] ||= begin
        known = state.policy.record_type(type)
        record = known && Record.find_by(record_type: type, number: number)
        @sight.of(record, known).stored if record && (referred?(type, number) || @sight.record(type, number))
      end
    end

    # Does the record that is looked at refer to it, as it is stored?
    def referred?(type, number)
      own = @record && state.policy.record_type(@record.record_type)
      own&.fields&.any? { |field| field.refers_to == type && @record.values[field.id] == number }
    end

    # Creating knows no stored record: one is only met through a mode that opens it.
    def record_of(type, number, mode)
      return nil if number.nil? || number.empty?
      if mode == "create"
        raise CobaltLedger::BadInput.at(
          "/record",
          "creating starts from nothing; choose another mode to look at #{type.noun} “#{number}”"
        )
      end

      @sight.record(type.id, number) or
        raise CobaltLedger::BadInput.at("/record", "there is no #{type.noun} “#{number}”")
    end

    def entered(type, values)
      CobaltLedger::Decisions::Values.check_known!(type, values, "entered")
      values
    end
  end
end
