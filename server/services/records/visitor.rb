# frozen_string_literal: true

module Server
  # Whoever meets records: a person at a form, a program, an import or an automation; from where and when; and by the
  # edition in force. A record that they may not open is to them one that there is not.
  class Visitor
    attr_reader :state, :principals, :channel, :at

    # person: identifier of a directory user; channel: one of CobaltLedger's; network: the address they come from,
    # String or nil; place: a named place, or nil; at: Time, now where it is left out; scope: identifiers of the record
    # types they are kept to, or nil; state: PolicyStore::Compiled of the edition in force, where it is at hand.
    # Raises Problem where there is no such person.
    def initialize(person, channel: "form", network: nil, place: nil, at: nil, scope: nil, state: nil)
      @state = state || PolicyStore.instance.in_force
      @at = at || Time.now
      @network = network && CobaltLedger::Conditions::NetworkKind.parse(network, nil)
      @place = place || @state.policy.place_of(@network)
      @channel = channel
      @scope = scope
      unless person
        raise Problem.new(
          403, "nobody", "Your sign-in isn’t linked to a person in the directory, so you can’t open records"
        )
      end

      @principals = @state.directory.principals_of(person)
    rescue CobaltLedger::BadInput
      raise Problem.new(403, "nobody", "The person linked to your sign-in is no longer in the directory")
    end

    # Identifier of the directory user.
    def person = principals.user_id

    # All that their decisions depend on beside the records and the moment.
    def key = [state.subject, person, channel, @network.to_s, @scope]

    # Record types that they may meet: Array of RecordType.
    def record_types = state.policy.record_types.values.select { |type| reaches?(type) }

    # The RecordType of an identifier; raises Problem where there is none for them.
    def record_type(id)
      found = state.policy.record_type(id)
      if found && reaches?(found)
        found
      else
        raise(Problem.new(404, "no-such-record-type",
                          "There is no record type “#{id}”"))
      end
    end

    # A question about a record, or about a new one. mode: String; unit: of a new one, or nil for their own.
    def question(type, record, mode, unit = nil)
      stored = record ? record.values : {}
      CobaltLedger::Decisions::Question.new(
        principals: principals, record_type: type, unit: record ? record.unit : unit_or_own(unit), mode: mode,
        channel: channel, stored: stored, at: at, network: @network, place: @place,
        locked: record ? record.locked : false, lifted: record ? record.lifted?(at) : false,
        **Referred.of(self, type, stored)
      )
    end

    # The record of a number that they may open in a mode, or nil.
    def find(type, number, mode)
      record = Record.find_by(record_type: type.id, number: number)
      record if record && opens?(type, record, mode)
    end

    # The same; raises the same Problem whether there is none or they may not open it.
    def find!(type, number, mode)
      find(type, number, mode) or raise Problem.new(404, "no-such-record", "There is no #{type.noun} “#{number}”")
    end

    # May they open a record in a mode? What may not be viewed is not met in any other way either.
    def opens?(type, record, mode)
      reaches?(type) && [mode, "view"].uniq.all? { |each| opened(type, question(type, record, each)).allowed? }
    end

    # The records of a type that they may meet in lists: an Active Record relation.
    def open_records(type) = reaches?(type) ? opened_in_lists(type).relation : Record.none

    # The same with how many they are: OpenRecords.
    def opened_in_lists(type) = OpenRecords.new(self, type)

    # Decides only whether a record may be opened.
    def opening(type)
      (@openings ||= {})[type.id] ||= CobaltLedger::Decisions::Glance.new(state.engine, type, [OpenRecords::OPENING])
    end

    # Is there a record that they could refer to? type_id: identifier.
    def meets?(type_id, number)
      type = state.policy.record_type(type_id) or return false
      record = Record.find_by(record_type: type.id, number: number)
      # Where there is none it is decided all the same, so that the time taken tells nothing either.
      opens?(type, record || nowhere(type), "list") && !record.nil?
    end

    private

    # Where something is edited, rules may write what the answer depends on.
    def opened(type, question)
      return state.engine.decide(question).action("open") if question.mode == "edit"

      opening(type).of(question)[OpenRecords::OPENING]
    end

    def nowhere(type) = Record.new(record_type: type.id, unit: state.directory.owning_units.first, stored: "{}")
    def reaches?(type) = @scope.nil? || @scope.include?(type.id)

    def unit_or_own(unit)
      return unit if unit && state.directory.find(:unit, unit)
      raise CobaltLedger::BadInput.at("/unit", "there is no unit “#{unit}”") if unit

      principals.ids(:unit).first || state.directory.units.first&.id || "none"
    end
  end
end
