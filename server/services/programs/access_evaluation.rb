# frozen_string_literal: true

module Server
  # Answers one question of the OpenID AuthZEN Authorization API 1.0 (section 6): may a subject do an action on a
  # resource? A subject is a user of the directory; a resource is a record by its type and number, or a record that is
  # only described by its values, and in it a field; an action is one of those on records, or of FIELD_ACTIONS.
  class AccessEvaluation
    # What is asked of a field: the same of its decision.
    FIELD_ACTIONS = {
      "see" => ->(field) { !field.hidden? && !field.masked? }, "see_masked" => ->(field) { !field.hidden? },
      "edit" => :open?.to_proc
    }.freeze

    # Modes in which an action is asked for where the question names none.
    MODES = { "open" => "view", "create" => "create", "save" => "edit", "delete" => "edit", "see" => "view",
              "see_masked" => "view", "edit" => "edit", "export" => "list" }.freeze
    ACTIONS = CobaltLedger::Catalogue::Action::KINDS

    # token: Token of the program that asks.
    def initialize(token, network)
      @token = token
      @own = Visitor.new(token.person, channel: "interface", network: network, scope: token.scope)
      @network = network
      @state = @own.state
      @visitors = {}
      @decisions = {}
    end

    # The Visitor that the program itself is, and the state it is answered by.
    attr_reader :own, :state

    # asked: Hash with "subject", "action", "resource" and "context". Returns {"decision", "context"}. Raises
    # CobaltLedger::BadInput for a question that makes no sense, Problem for one that the program may not ask.
    def of(asked)
      subject, action, resource = asked.values_at("subject", "action", "resource")
      name = action["name"]
      type = type_of(resource)
      record_action = ACTIONS.key?(name)
      unless record_action || FIELD_ACTIONS.key?(name)
        raise CobaltLedger::BadInput.at("/action/name",
                                        "must be one of #{[*ACTIONS.keys, *FIELD_ACTIONS.keys].join(', ')}")
      end

      visitor = visitor(subject, asked["context"] || {}) or return no("There is no such user")
      record = record_of(type, resource)
      return no("There is no such record") if record == :none

      mode = mode(type, name, action)
      return opened if record && name == "open" && plain?(asked) && visitor.opens?(type, record, mode)

      decision = decision(visitor, type, record, asked, mode)
      record_action ? on_record(decision, record, visitor, type, name) : on_fields(decision, type, resource, name)
    end

    # The Visitor that a question is about; nil where there is no such user.
    def visitor(subject, context)
      unless subject["type"] == "user"
        raise CobaltLedger::BadInput.at("/subject/type", "must be “user”: subjects are users of the directory")
      end

      id = subject["id"]
      if id != @token.person && !@token.asks_for_others
        raise Problem.new(403, "not-for-others", "This token can ask only about its own program")
      end

      @visitors[[id, context]] ||= state.directory.find(:user, id) && visitor_of(id, context)
    end

    # The RecordType of a resource; raises BadInput where the program knows none of that name.
    def type_of(resource)
      own.record_types.find { |type| type.id == resource["type"] } or
        raise CobaltLedger::BadInput.at("/resource/type", "is not a record type this token can use")
    end

    private

    # Is nothing typed into the record that is asked about?
    def plain?(asked) = (asked["resource"].dig("properties", "values") || {}).empty?

    def opened = answer(true, { "access" => "allowed", "reasons" => [] })

    def visitor_of(id, context)
      faults = CobaltLedger::FaultList.new
      at = CobaltLedger::Formats::QuestionJson.moment(context["time"], state.policy.zone, "/context/time", faults)
      place = context["place"]
      if place && state.policy.places.none? { |each| each.id == place }
        faults.add("/context/place", "the policy names no place “#{place}”")
      end
      network = network(context["network"], faults)
      faults.raise_if_any!
      # What only the program itself knows of the circumstances it may say only for others.
      return own if id == @token.person

      Visitor.new(
        id, channel: context["channel"] || "form", network: network, place: place, at: at, scope: @token.scope,
            state: state
      )
    end

    def network(text, faults)
      CobaltLedger::Conditions::NetworkKind.parse(text, nil) if text
      text
    rescue CobaltLedger::Catalogue::Kind::Unsuitable => e
      faults.add("/context/network", e.message)
    end

    # Record; nil for one that is only described; :none for one that there is not, to the program.
    def record_of(type, resource)
      return nil unless resource["id"]

      found = Record.bare_of(type.id, resource["id"])
      found && own.opens?(type, found, "view") ? found : :none
    end

    def mode(type, name, action)
      given = (action["properties"] || {})["mode"]
      if given && !CobaltLedger::Decisions::Question::MODES.include?(given)
        raise CobaltLedger::BadInput.at("/action/properties/mode", "must be create, edit, view or list")
      end

      known = type.action(name)
      if given && known && !known.asked_in?(given)
        raise CobaltLedger::BadInput.at("/action/properties/mode",
                                        "“#{name}” is asked for in #{known.modes.join(', ')}")
      end

      given || MODES.fetch(name, "view")
    end

    # Values count as typed where there is a record, and as what it holds where there is none.
    def decision(visitor, type, record, asked, mode)
      properties = asked["resource"]["properties"] || {}
      values = properties["values"] || {}
      @decisions[[visitor, type.id, record&.number, values, properties["unit"], mode]] ||= begin
        CobaltLedger::Decisions::Values.check_known!(type, values, "resource/properties/values")
        raise CobaltLedger::BadInput.at("/resource/id", "a new record has no number yet") if record && mode == "create"

        question = visitor.question(type, record, mode, properties["unit"])
        decided(question, values, record)
      end
    end

    def decided(question, values, record)
      return state.engine.decide(question) if values.empty?
      if record || question.mode == "create"
        return CobaltLedger::Decisions::TypedForm.new(state.engine, question.with(entered: values)).decision
      end

      state.engine.decide(question.with(stored: values))
    end

    def on_record(decision, record, visitor, type, name)
      return no("There is no such record") if record && !visitor.opens?(type, record, decision.question.mode)

      refusals = CobaltLedger::Decisions::Denial.of(decision, name)
      found = decision.action(name)
      answer(refusals.empty?, { "access" => found.level, "reasons" => refusals.map(&:plain) })
    end

    def on_fields(decision, type, resource, name)
      ids = fields_asked(resource)
      unknown = ids.find { |id| type.field(id).nil? }
      raise CobaltLedger::BadInput.at("/resource/properties/field", "#{type.name} has no field “#{unknown}”") if unknown
      return no("There is no such record") unless decision.question.mode == "create" || decision.action("open").allowed?

      told = ids.to_h { |id| [id, field_told(decision, id, name)] }
      context = resource.dig("properties", "field") ? told.values.first.except("allowed") : { "fields" => told }
      answer(told.values.all? { |each| each["allowed"] }, context)
    end

    def fields_asked(resource)
      properties = resource["properties"] || {}
      ids = properties["field"] ? [properties["field"]] : properties["fields"] || []
      return ids if ids.any?

      raise CobaltLedger::BadInput.at("/resource/properties/field", "names the field that is asked about")
    end

    def field_told(decision, id, name)
      field = decision[id]
      allowed = FIELD_ACTIONS.fetch(name).call(field)
      { "allowed" => allowed, "access" => field.level, "mask" => field.masked? ? field.state.mask.words : nil,
        "reasons" => allowed ? [] : reasons(decision, id, name) }.compact
    end

    # By title where rules shut it, and else by what it begins with.
    def reasons(decision, id, name)
      result = decision.result(id)
      blame = CobaltLedger::Decisions::Blame
      kinds = name == "edit" ? %w[hidden masked locked] : %w[hidden masked]
      titles = kinds.flat_map { |kind| blame.rules(result, kind).map(&:title) }.uniq
      return titles if titles.any?

      given = result.beginning(:visibility).select { |_, value| value.positive? }.map { |giver, _| blame.name(giver) }
      given.empty? || name == "edit" ? [CobaltLedger::Words.capitalize(blame.otherwise(result))] : given.uniq
    end

    def answer(decision, context) = { "decision" => decision, "context" => context }
    def no(reason) = answer(false, { "reasons" => [reason] })
  end
end
