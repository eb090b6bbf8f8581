# frozen_string_literal: true

module Server
  # What the audit found on one record type. digest: of all that it depends on; findings: JSON; undecided: JSON list of
  # the fields of which not everything could be decided.
  class AuditPart < ActiveRecord::Base
    # Parts kept; more are in nobody's way, but an audit proves them again faster than a large table is looked through.
    KEPT = 200

    # What is known under a digest: {"findings", "undecided", "proved_at"}, or nil.
    def self.known(digest)
      PolicyStore.instance.memory.fetch([:audit_part, digest]) do
        part = find_by(digest: digest)
        part && { "findings" => JSON.parse(part.findings), "undecided" => JSON.parse(part.undecided), "proved_at" => part.proved_at }
      end
    end

    # findings: Array of JSON-ready Hash; undecided: Array of field identifiers.
    def self.keep(digest, record_type, findings, undecided)
      upsert({ digest: digest, record_type: record_type, proved_at: Time.now, undecided: JSON.generate(undecided),
               findings: JSON.generate(CobaltLedger::Formats::CanonicalJson.plain(findings)) }, unique_by: :digest)
      where(id: ..(maximum(:id) - KEPT)).delete_all
    end
  end
end
