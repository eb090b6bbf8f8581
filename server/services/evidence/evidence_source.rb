# frozen_string_literal: true

module Server
  # What a page of evidence was drawn up from: the edition, the edits on top of it, the people, and the journal so far.
  class EvidenceSource
    # state: PolicyStore::Compiled.
    def initialize(state)
      @state = state
    end

    def to_h
      { "edition" => EditionView.of(edition), "edits" => set&.edits&.size, "change_set" => set&.name,
        "people" => people, "as_of" => @state.moment&.iso8601, "journal" => JournalSeal.newest_in_words }.compact
    end

    # The Edition it is, or stands on.
    def edition = @edition ||= Edition.find_by!(number: set ? set.base_edition : @state.key[2])

    # Its policy document. Without edits on top, the state is made of it.
    def document = set ? edition.policy_document : @state.document

    # The ChangeSet whose edits are looked at too, or nil.
    def set = @set ||= @state.key[0] == :pending ? ChangeSet.find(@state.key[2]) : nil

    private

    def people
      version = DirectoryVersion.select(:created_at, :imported_by, :sha256).find(@state.key[1])
      { "at" => version.created_at.iso8601, "by" => version.imported_by, "sha256" => version.sha256 }
    end
  end
end
