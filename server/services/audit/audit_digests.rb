# frozen_string_literal: true

module Server
  # Tells for each record type of a policy state what its findings depend on: as long as the digest is the same, so are
  # they. A day is part of it, because windows end, and so is the program that proved them.
  class AuditDigests
    # What the core is: another version may prove something else.
    PROGRAM =
      Dir[File.join(Paths::ROOT, "core", "lib", "**", "*.rb")]
        .reduce(Digest::SHA256.new) { |digest, file| digest << File.binread(file) }
        .hexdigest

    # Parts of a document whose digests are remembered at most.
    REMEMBERED = 25_000

    # Lists of the document whose items belong to a record type.
    LISTS = %w[rules baselines separations writers].freeze

    @items = CobaltLedger::Memory.new(REMEMBERED, by_identity: true)

    class << self
      # Hash of record type to digest. state: PolicyStore::Compiled.
      def of(state)
        return new(state).to_h if state.key.nil?

        PolicyStore.instance.memory.fetch([:audit_digests, state.key, Date.today]) { new(state).to_h }
      end

      # Record types that are to be proved: Hash of identifier to digest. policy: PolicyStore::Compiled.
      def missing(policy) = of(policy).reject { |_, digest| AuditPart.known(digest) }

      # The digest of one item of a document. An edit leaves all other items the very objects they are, so that only
      # what is new has to be written out.
      def of_item(item)
        @items.fetch(item) { CobaltLedger::CanonicalJson.digest(item).to_s }
      end
    end

    def initialize(state)
      @document = state.document
      @people = state.key && state.key[1]
    end

    def to_h
      lists = LISTS.map { |list| (@document[list] || []).group_by { |item| item["record_type"] } }
      @document["record_types"].to_h do |type|
        items = [type, *beyond(type), *of_automations(type["id"], lists)] +
                lists.flat_map { |list| list[type["id"]] || [] }
        [type["id"], Digest::SHA256.hexdigest([shared, *items.map { |item| self.class.of_item(item) }].join(" "))]
      end
    end

    private

    # Digest of the people the state stands on: those of today, where it is kept nowhere.
    def people = (@people ? DirectoryVersion.where(id: @people) : DirectoryVersion.order(id: :desc)).pick(:sha256)

    # Record types it refers to: conditions may look at fields of theirs.
    def beyond(type)
      named = type["fields"].filter_map { |field| field["refers_to"] }
      @document["record_types"].select { |other| named.include?(other["id"]) }
    end

    # What starts at it or writes into it, and all that decides about the records made from it: copies are looked at.
    def of_automations(id, lists)
      automations = @document["automations"] || []
      own, others = automations.partition { |each| each["record_type"] == id }
      made = own.flat_map { |each| makes(each) }.uniq
      own + others.select { |each| makes(each).include?(id) } +
        @document["record_types"].select { |type| made.include?(type["id"]) } +
        made.flat_map { |type| lists.flat_map { |list| list[type] || [] } }
    end

    def makes(automation) = automation["steps"].filter_map { |step| step.dig("make", "record_type") }

    def shared
      @shared ||=
        begin
          settings =
            @document.slice("precedence", "time_zone", "places", "labels", "programs", "limits").merge(
              "types" => @document["record_types"].map { |type| type["id"] }
            )
          beside = { "directory" => people, "day" => Date.today.iso8601, "program" => PROGRAM }
          CobaltLedger::CanonicalJson.digest(settings.merge(beside)).to_s
        end
    end
  end
end
