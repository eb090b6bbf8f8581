# frozen_string_literal: true

module Server
  # How the expectations of a policy stand. Each is checked once for what it depends on: after an edit only those that
  # it touches are checked anew.
  class Kept
    # The expectations of a change set. change_set: ChangeSet.
    def self.of(change_set) = new(PolicyStore.instance.pending(change_set))

    # state: PolicyStore::Compiled.
    def initialize(state)
      @state = state
      @expectations = state.document["expectations"] || []
    end

    # How many there are, and of those whose answer is known the ones that do not hold: {"total", "unknown", "unmet"}.
    def standing
      known = KeptAnswer.known(digests.values)
      { "total" => @expectations.size, "unknown" => digests.values.uniq.size - known.size,
        "unmet" => digests.values.count { |digest| known[digest] && known[digest]["status"] != "holds" } }
    end

    # Verdicts as Hash, in the order of the policy; what is not known is checked.
    def verdicts
      @verdicts ||= begin
        known = KeptAnswer.known(digests.values)
        known.merge!(check(@expectations.reject { |each| known.key?(digests[each["id"]]) }))
        @expectations.map { |each| known.fetch(digests[each["id"]]) }
      end
    end

    # known: identities of expectations, as "expectation:x", that could not be decided and are known not to be. Raises
    # Problem where one does not hold.
    def met!(known = [])
      unmet = verdicts.reject { |each| each["status"] == "holds" }
      unmet.reject! { |each| each["status"] == "undecided" && known.include?("expectation:#{each['id']}") }
      return if unmet.empty?

      words = unmet.first(3).map { |each| "“#{each['title']}” (#{each['words'].first})" }
      more = unmet.size > 3 ? ", and #{unmet.size - 3} more" : ""
      raise Problem.new(409, "expectations-fail", "#{CobaltLedger::Words.count(unmet.size, 'expectation')} not met: " \
                                                  "#{words.join('; ')}#{more}", expectations: unmet)
    end

    private

    # Checks some, and keeps what comes of it. Returns Hash of digest to verdict.
    def check(documents)
      return {} if documents.empty?

      checker = CobaltLedger::Expectations::Checker.new(@state.engine, at: @state.moment || Time.now)
      KeptAnswer.keep(documents.to_h { |each| [digests[each["id"]], checker.check(each).to_h] })
    end

    # Hash of identifier to the digest of all that its answer depends on: itself, and the record types it can look at.
    # Every page asks how they stand, so that a state's are calculated once a day.
    def digests
      PolicyStore.instance.memory.fetch([:kept, @state.key, Date.today]) do
        types = AuditDigests.of(@state)
        @expectations.to_h do |each|
          named = CobaltLedger::Expectations::Checker.types(each, @state.policy)
          parts = [AuditDigests.of_item(each), *named.map { |id| "#{id} #{types[id]}" }]
          [each["id"], Digest::SHA256.hexdigest(parts.join("\n"))]
        end
      end
    end
  end
end
