# frozen_string_literal: true

module Server
  # Reads the question strip: who, on what, in which mode, from where.
  class QuestionReader
    attr_reader :state, :record

    # state: PolicyStore::State.
    def initialize(state)
      @state = state
    end

    # params: Hash with "record_type", "unit", "mode", "channel", "record" (number), "as" ("user:asha.brandt"),
    # "entered" (JSON values). Returns a CobaltLedger Question. Raises CobaltLedger::BadInput.
    def read(params)
      type = record_type(params["record_type"])
      @record = record_of(type, params["record"])
      CobaltLedger::Decisions::Question.new(
        principals: audience(params["as"]), record_type: type, unit: unit(params["unit"]),
        mode: params["mode"] || "edit", channel: params["channel"] || "form",
        stored: @record ? @record.values : {}, entered: entered(type, params["entered"] || {})
      )
    end

    def record_type(id)
      state.policy.record_type(id) or raise CobaltLedger::BadInput.at("/record_type", "the policy has no record type “#{id}”")
    end

    # The record's own unit counts before the one asked for; without either, the first unit that has none below.
    def unit(id)
      return record.unit if record
      return id if id && state.directory.find(:unit, id)
      raise CobaltLedger::BadInput.at("/unit", "there is no unit “#{id}”") if id

      parents = state.directory.units.flat_map(&:above)
      state.directory.units.find { |unit| !parents.include?(unit.id) }&.id || "none"
    end

    # "role:courier" -> Principals. Kinds: user, role, group, department, unit; "everyone" for anybody.
    def audience(text)
      kind, id = text.to_s.split(":", 2)
      kinds = CobaltLedger::Rules::Audience::KINDS.map(&:to_s) + ["everyone"]
      raise CobaltLedger::BadInput.at("/as", "must be like role:courier or user:asha.brandt") unless kinds.include?(kind)

      state.directory.bare(kind.to_sym, id)
    end

    private

    def record_of(type, number)
      return nil if number.nil? || number.empty?

      Record.find_by(record_type: type.id, number: number) or
        raise CobaltLedger::BadInput.at("/record", "there is no #{type.noun} “#{number}”")
    end

    def entered(type, values)
      CobaltLedger::Decisions::Values.check_known!(type, values, "entered")
      values
    end
  end
end
