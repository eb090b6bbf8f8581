# frozen_string_literal: true

module Server
  # Tells for each record type of a policy state what its findings depend on: as long as the digest is the same, so are
  # they. A day is part of it, because windows end, and so is the program that proved them.
  class AuditDigests
    # What the core is: another version may prove something else.
    PROGRAM = Dir[File.join(ROOT, "core", "lib", "**", "*.rb")].reduce(Digest::SHA256.new) { |digest, file| digest << File.binread(file) }.hexdigest

    # Hash of record type to digest. state: PolicyStore::State.
    def self.of(state)
      PolicyStore.instance.memory.fetch([:audit_digests, state.key, Date.today]) { new(state).to_h }
    end

    def initialize(state)
      @document = state.document
    end

    def to_h
      by_type = %w[rules baselines separations writers].to_h { |list| [list, (@document[list] || []).group_by { |item| item["record_type"] }] }
      @document["record_types"].to_h do |type|
        [type["id"], CobaltLedger::Formats::CanonicalJson.digest(shared.merge("type" => type, "beyond" => beyond(type)).merge(by_type.transform_values { |list| list[type["id"]] })).to_s]
      end
    end

    private

    # Record types it refers to: conditions may look at fields of theirs.
    def beyond(type)
      named = type["fields"].filter_map { |field| field["refers_to"] }
      @document["record_types"].select { |other| named.include?(other["id"]) }
    end

    def shared
      @shared ||= { "types" => @document["record_types"].map { |type| type["id"] }, "labels" => @document["labels"], "settings" => @document.slice("precedence", "time_zone", "places"),
                    "directory" => DirectoryVersion.newest.sha256, "day" => Date.today.iso8601, "program" => PROGRAM }
    end
  end
end
