# frozen_string_literal: true

module Server
  # Something that was done to a record, or that records were met by beyond what forms show: a lock, a revealed value, a
  # deletion, an export. Only ever added to, and never with a value of a record in it.
  class JournalEntry < ActiveRecord::Base
    KINDS = %w[lock unlock locked_again reveal emergency delete export import token token_revoked refused automation]
      .freeze

    # Adds an entry. kind: one of KINDS; actor: name of who did it; record: Record or nil; details: Hash without values.
    # record_type: where it is about no single record.
    def self.note(kind, actor:, person: nil, record: nil, record_type: nil, field: nil, reason: nil, **details)
      create!(
        at: Time.now, kind: kind, actor: actor, person: person, record_type: record&.record_type || record_type,
        number: record&.number, field: field, reason: reason, details: JSON.generate(details)
      )
    end

    # Hash of what is told beside.
    def told = JSON.parse(details)

    def readonly? = persisted?
  end
end
