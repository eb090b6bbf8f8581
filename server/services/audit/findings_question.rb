# frozen_string_literal: true

module Server
  # What of the findings is asked for: parameters of a request, checked. Parts that are left out stay open.
  class FindingsQuestion
    # Names of the parameters.
    PARAMETERS = %w[record_type mode channel unit audiences detector between accepted].freeze

    # state: PolicyStore::Compiled; params: Hash of String.
    def initialize(state, params)
      @state = state
      @params = params
    end

    # Identifiers of the record types asked about. Raises CobaltLedger::BadInput.
    def types
      wanted = part("record_type", "record type", @state.policy.record_types.keys)
      wanted ? [wanted] : @state.policy.record_types.keys
    end

    # Tells which findings the question is about. Raises CobaltLedger::BadInput.
    def concern
      asked = CobaltLedger::Decisions::Question
      parts = {
        mode: part("mode", "mode", asked::MODES), channel: part("channel", "channel", asked::CHANNELS),
        unit: part("unit", "unit", @state.directory.units.map(&:id))
      }
      CobaltLedger::Audit::Concern.new(@state.policy, @state.directory, audiences: audiences, **parts)
    end

    # The one detector asked about, nil for all. Raises CobaltLedger::BadInput.
    def detector = part("detector", "kind of finding", CobaltLedger::Audit::Detector.names)

    # Whether only those are wanted that are between rules which meet.
    def between? = @params["between"] == "yes"

    # Whether those are wanted that someone has accepted.
    def accepted? = @params["accepted"] == "yes"

    private

    def part(name, words, known)
      value = @params[name].to_s
      return nil if value.empty?

      known.include?(value) ? value : raise(CobaltLedger::BadInput.at("/#{name}", "there is no #{words} “#{value}”"))
    end

    # Array of Directory::Audience::Member; empty for anyone.
    def audiences
      @params["audiences"]
        .to_s
        .split(",")
        .map do |text|
        kind, id = text.split(":", 2)
        return [] if kind == "everyone"
        if CobaltLedger::Directory::Audience::KINDS.map(&:to_s).include?(kind) &&
           @state.directory.find(kind.to_sym, id)
          next CobaltLedger::Directory::Audience::Member.new(kind.to_sym, id)
        end

        raise CobaltLedger::BadInput.at("/audiences", "there is no #{kind} “#{id}”")
      end
    end
  end
end
