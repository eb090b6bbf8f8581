# frozen_string_literal: true

module Server
  # A published, numbered, unchangeable state of the whole policy.
  class Edition < ActiveRecord::Base
    # The one in force, or nil.
    def self.newest = order(:number).last

    # document: policy document. Returns the new Edition.
    def self.publish(document, by:, note: "")
      text = CobaltLedger::CanonicalJson.write(document)
      transaction do
        create!(number: (maximum(:number) || 0) + 1, document: text, sha256: Digest::SHA256.hexdigest(text),
                note: note, published_by: by, published_at: Time.now).tap do |made|
          JournalEntry.note("published", actor: by, subject: "edition #{made.number}", edition: made.number,
                                         sha256: made.sha256, note: note)
          JournalSeal.now
        end
      end
    end

    # The policy document, in the form of the newest version.
    def policy_document = CobaltLedger::Formats::UpToDate.policy(JSON.parse(document, decimal_class: BigDecimal))
  end
end
