# frozen_string_literal: true

module Server
  # The difference of two states of the policy from now on, record type by record type: one that no edit has touched
  # since is not calculated again.
  class PolicyDifference
    PARTS = CobaltLedger::Memory.new(100)

    # before, after: PolicyStore::Compiled.
    def initialize(before, after)
      @comparison = CobaltLedger::Changes::Comparison.new(before.engine, after.engine, since: Time.now)
      @digests = [before, after].map { |state| AuditDigests.of(state) }
    end

    # Identifiers of the record types that are not the same.
    def types = @comparison.record_types.reject { |id| @digests.map { |digests| digests[id] }.uniq.size == 1 }

    # [Array of Changes::Line, Array of Changes::Undecided] of a record type. id: identifier.
    def of(id) = PARTS.fetch(@digests.map { |digests| digests[id] }) { @comparison.of(id) }

    # The same of all.
    def all = types.map { |id| of(id) }.transpose.then { |lines, unsure| [lines.to_a.flatten, unsure.to_a.flatten] }
  end
end
