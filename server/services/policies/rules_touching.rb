# frozen_string_literal: true

module Server
  # Rules that reach what is asked about, read from a request and told as it is sent.
  class RulesTouching
    # Rules that are sent at most.
    LIMIT = 500

    # Names of the parameters.
    PARAMETERS = %w[record_type field member unit mode channel on].freeze

    # state: PolicyStore::Compiled; params: Hash of String by the names above.
    def initialize(state, params)
      @state = state
      @params = params.slice(*PARAMETERS).reject { |_, value| value.to_s.empty? }
    end

    # {"total", "of", "items" => rules as RuleView, with "how", "comes_to" and "type_name"}. Raises BadInput.
    def to_h
      found = CobaltLedger::Rules::Touching.new(@state.policy, @state.directory, about).found
      view = RuleView.new(@state, PolicyStore.instance.in_force.document)
      items = found.first(LIMIT).map do |each|
        view.to_h(each.rule).merge("how" => each.how, "comes_to" => each.comes_to,
                                   "type_name" => @state.policy.record_type(each.rule.record_type).name).compact
      end
      { "total" => found.size, "of" => all.size, "items" => items }
    end

    private

    def all = @params["record_type"] ? @state.policy.rules_of(@params["record_type"]) : @state.policy.rules

    def about
      {
        record_type: @params["record_type"], field: field, member: member, unit: unit,
        mode: one_of("mode", CobaltLedger::Decisions::Question::MODES),
        channel: one_of("channel", CobaltLedger::Decisions::Question::CHANNELS), on: day
      }.compact
    end

    def field
      id = @params["field"] or return nil
      type = @state.policy.record_type(@params["record_type"]) or
        raise CobaltLedger::BadInput.at("/record_type", "names the record type of the field")
      type.field(id) or raise CobaltLedger::BadInput.at("/field", "#{type.name} has no field “#{id}”")
    end

    # "role:courier"
    def member
      text = @params["member"] or return nil
      kind, id = text.split(":", 2)
      unless CobaltLedger::Directory::Audience::KINDS.map(&:to_s).include?(kind) && @state.directory.find(kind.to_sym,
                                                                                                          id)
        raise CobaltLedger::BadInput.at("/member", "there is no “#{text}” in the directory")
      end

      CobaltLedger::Directory::Audience::Member.new(kind.to_sym, id)
    end

    def unit
      id = @params["unit"] or return nil
      @state.directory.find(:unit, id) ? id : raise(CobaltLedger::BadInput.at("/unit", "there is no unit “#{id}”"))
    end

    def one_of(name, known)
      value = @params[name] or return nil
      known.include?(value) ? value : raise(CobaltLedger::BadInput.at("/#{name}", "must be one of #{known.join(', ')}"))
    end

    def day
      @params["on"] && CobaltLedger::Catalogue::Kinds::Date.parse(@params["on"], nil)
    rescue CobaltLedger::Catalogue::Kind::Unsuitable => e
      raise CobaltLedger::BadInput.at("/on", e.message)
    end
  end
end
