# frozen_string_literal: true

module Server
  # What the audit found on one record type. digest: of all that it depends on; findings: JSON; undecided: JSON list of
  # the fields of which not everything could be decided.
  class AuditPart < ActiveRecord::Base
    # Parts kept beside those in use, so that an edit taken back is known at once.
    KEPT = 100

    # A part is known under all that it depends on, so what is remembered is never out of date.
    MEMORY = CobaltLedger::Memory.new(400)

    # What of a finding is held in memory: all but what is told of one at a time.
    LINE = %w[id detector severity group title record_type fields rules facet words basis].freeze

    # What is known under a digest: {"digest", "findings" => lines, "undecided", "proved_at"}, or nil.
    def self.known(digest)
      MEMORY.fetch(digest) do
        part = find_by(digest: digest)
        part &&
          {
            "digest" => digest, "findings" => JSON.parse(part.findings).map { |finding| finding.slice(*LINE) },
            "undecided" => JSON.parse(part.undecided), "proved_at" => part.proved_at
          }
      end
    end

    # One finding with everything, or nil.
    def self.whole(digest, id)
      find_by(digest: digest)&.then { |part| JSON.parse(part.findings).find { |finding| finding["id"] == id } }
    end

    # findings: Array of JSON-ready Hash; undecided: Array of field identifiers.
    def self.keep(digest, record_type, findings, undecided)
      upsert({ digest: digest, record_type: record_type, proved_at: Time.now, undecided: JSON.generate(undecided),
               findings: JSON.generate(CobaltLedger::CanonicalJson.plain(findings)) }, unique_by: :digest)
    end

    # Drops the oldest parts, but none of those in use. used: Array of digests.
    def self.forget(used)
      spare = where.not(digest: used).order(id: :desc).offset(KEPT).pluck(:id)
      spare.each_slice(500) { |ids| where(id: ids).delete_all }
      MEMORY.clear if spare.any?
    end
  end
end
