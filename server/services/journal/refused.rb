# frozen_string_literal: true

module Server
  # Writes into the journal what someone was refused because it is not theirs to do: a field that is closed to them, an
  # act that the policy denies, a part of the application. What is only wrong or missing in what they sent is no entry.
  class Refused
    # Kinds of entries that it writes.
    KINDS = %w[refused not_allowed].freeze

    # Kinds of problems: what a sign-in or a token lacks the right to, and what is hidden from someone on a record.
    RIGHTS = %w[not-allowed not-for-programs not-for-others may-not-sign].freeze
    ACTS = %w[kept-locked too-many-looks own-sign-in].freeze

    # Kinds of reasons for turning a save down that are about access.
    CLOSED = %w[hidden masked locked denied].freeze

    # Seconds within which the same again is no entry of its own, and how many entries someone can bring about within
    # an hour: no one is to fill the journal by asking.
    SAME = 600
    MOST = 120
    HOUR = 3600

    # who: {actor: name, person: identifier or nil}; what: text, what was asked for; type, number: of the record
    # as they were sent, or nil.
    def initialize(who, what, type: nil, number: nil)
      @who = who
      @what = what
      @type = type && PolicyStore.instance.in_force.policy.record_type(type)&.id
      @record = @type && number && Record.find_by(record_type: @type, number: number)
    end

    # kind: one of KINDS; reason: text.
    def write(kind, reason)
      entry = { subject: @what, reason: reason[0, 1000], record: @record, record_type: @type }.compact
      JournalEntry.transaction { JournalEntry.note(kind, **@who, **entry) unless told_enough?(kind, entry) }
    end

    # The kind of entry that a problem makes which says something of access.
    def self.kind(problem) = RIGHTS.include?(problem.kind) ? "not_allowed" : "refused"

    # What a problem says of access, as text; nil where it says nothing of it.
    def self.reason(problem)
      return problem.message if [*RIGHTS, *ACTS].include?(problem.kind)
      return nil unless problem.kind == "refused-save"

      closed = problem.members[:refusals].select { |each| CLOSED.include?(each["kind"]) }
      closed.empty? ? nil : closed.map { |each| each["words"] }.join("; ")
    end

    private

    def told_enough?(kind, entry)
      mine = JournalEntry.where(kind: KINDS, **@who)
      return true if mine.where(at: since(HOUR)..).count >= MOST

      same = entry.slice(:subject, :reason).merge(kind: kind, record_type: @type, number: @record&.number)
      mine.where(at: since(SAME)..).exists?(same)
    end

    def since(seconds) = (Time.now - seconds).utc.iso8601(6)
  end
end
