# frozen_string_literal: true

module Server
  # Something that was done: to the policy, to people, to a record, or at the door. Only ever added to, each entry with
  # the digest of the one before, and never with a value of a record in it.
  class JournalEntry < ActiveRecord::Base
    # Kinds of entries, by what they are about.
    TOPICS = {
      "records" => %w[lock unlock locked_again reveal emergency delete export import refused automation],
      "policy" => %w[edit settled taken_back had_again moved change_set_begun change_set_described change_set_dropped
                     comment approval_asked approved sent_back scheduled unscheduled not_published published
                     acceptance acceptance_ended],
      "people" => %w[directory account_made account_changed account_agreed account_removed token token_revoked
                     provider_made provider_changed provider_revoked pushed push_signed push_turned_down],
      "door" => %w[sign_in sign_in_failed sign_out password not_allowed],
      "journal" => %w[journal_ended]
    }.freeze
    KINDS = TOPICS.values.flatten.freeze

    # `at` is kept as it is digested, a text: a moment in UTC to the microsecond (RFC 3339).
    attribute :at, :string

    class << self
      # Adds an entry. kind: one of KINDS; actor: name of who did it; person: the directory user they are; record:
      # Record or nil; record_type: where it is about no single record; subject: what else it is about, by name;
      # details: Hash without values. Who acts is told by what can't change, beside the name that they had then: the
      # number and the name of their sign-in.
      def note(kind, actor:, person: nil, record: nil, record_type: nil, field: nil, reason: nil, subject: nil,
               **details)
        raise ArgumentError, "no kind of entry: #{kind}" unless KINDS.include?(kind)

        details = Current.actor(actor).merge(details)
        entry = {
          "kind" => kind, "actor" => actor, "person" => person,
          "record_type" => record&.record_type || record_type, "number" => record&.number, "field" => field,
          "reason" => reason, "subject" => subject, "details" => CobaltLedger::CanonicalJson.write(details)
        }
        # An immediate transaction holds the write lock: no one else can come between the last entry and this one.
        transaction { chain(entry.transform_values { |text| text&.scrub }) }
      end

      # [number, digest] of the last entry, or of the last that was let go.
      def head
        order(id: :desc).limit(1).pluck(:id, :digest).first || JournalAnchor.newest ||
          [0, CobaltLedger::Journal::Chain::START]
      end

      private

      def chain(entry)
        number, previous = head
        # The moment is taken while no one else can write, so that no clock seems to have been set back.
        entry = entry.merge("id" => number + 1, "previous" => previous, "at" => Time.now.utc.iso8601(6))
        create!(entry.merge("digest" => CobaltLedger::Journal::Chain.digest(entry)))
      end
    end

    # When it was: Time.
    def moment = Time.iso8601(at)

    # Hash of what is told beside.
    def told = JSON.parse(details)

    def readonly? = persisted?
  end
end
