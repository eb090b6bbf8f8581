# frozen_string_literal: true

module Server
  # One edit of a change set: a subject of the policy, as it was in the edition and as it shall be. authors: keys of all
  # who have had a hand in it; unsettled: where another edition came between, what has to be settled; taken_back_at:
  # when it was taken back, after which it can be had again.
  class Edit < ActiveRecord::Base
    belongs_to :change_set

    # How someone is known among the authors. account_id: Integer, or nil for who has none.
    def self.author_key(account_id, name) = account_id ? "account-#{account_id}" : name

    # The edit as the core takes it.
    def to_change
      CobaltLedger::Changes::Edit.new(kind: kind, id: subject, before: parse(before), after: parse(after))
    end

    # Takes down what the subject was and what it shall be, settled. before, after: documents, nil where there is none.
    def becomes(before, after)
      self.before = written(before)
      self.after = written(after)
      self.unsettled = nil
    end

    # The same of what it shall be alone: what it was in the edition stays.
    def turns_into(after) = self.after = written(after)

    # What it makes of values that records hold: a Hash, empty for nothing.
    def carried = stored_values ? JSON.parse(stored_values, decimal_class: BigDecimal) : {}

    # plan: the same.
    def carried=(plan)
      self.stored_values = plan.empty? ? nil : CobaltLedger::CanonicalJson.write(plan)
    end

    # Array of keys as of `author_key`.
    def hands = JSON.parse(authors)

    # How a person of the directory is known among the authors, by whatever sign-in. person: identifier.
    def self.person_key(person) = "person-#{person}"

    # Notes that someone had a hand in it, and whoever their sign-in is in the hands of: it holds a password that
    # someone else has set, or belongs to no person of its own.
    def by(name)
      self.author = name
      self.authors = JSON.generate(hands | [self.class.author_key(Current.account_id, name)] | keys_behind)
    end

    # What another edition changed in the same subject, and this edit was joined with: [its number, who changed it,
    # CobaltLedger::Changes::Edit], or nil.
    def joined_with
      return nil unless joined

      number, by, before, theirs = JSON.parse(joined, decimal_class: BigDecimal)
        .values_at("edition", "by", "before", "theirs")
      [number, by, CobaltLedger::Changes::Edit.new(kind: kind, id: subject, before: before, after: theirs)]
    end

    # What has to be settled: {"theirs" => document or nil, "parts", "faults" => texts}, or nil.
    def open_question = unsettled && JSON.parse(unsettled, decimal_class: BigDecimal)

    # How it stands in its change set, as documents: the subject's before, theirs, mine.
    def theirs = parse_document(open_question&.fetch("theirs"))

    private

    def keys_behind
      account = Current.account_id && Account.find_by(id: Current.account_id) or return []
      own = account.password_by.nil? && account.waiting_since.nil?
      return [self.class.person_key(account.person)] if account.person && own

      behind = SignInChange.where(account_id: account.id).pluck(:by, :by_person)
      [account.person, *behind.map(&:last)].compact.uniq.map { |person| self.class.person_key(person) } |
        behind.map(&:first) | [account.password_by].compact
    end

    def written(document) = document.nil? ? nil : CobaltLedger::CanonicalJson.write(document)

    def parse(text) = parse_document(text && JSON.parse(text, decimal_class: BigDecimal))

    # In the form of the newest version: an edit may have been begun under an earlier one.
    def parse_document(document)
      kind == "rule" && document ? CobaltLedger::Formats::UpToDate.rule(document) : document
    end
  end
end
