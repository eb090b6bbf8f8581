# frozen_string_literal: true

module Server
  # An edition as it is sent, with how it came about.
  module EditionView
    module_function

    # edition: Edition. Returns a JSON-ready Hash.
    def of(edition)
      set = ChangeSet.find_by(published_edition: edition.number)
      {
        "number" => edition.number, "sha256" => edition.sha256, "note" => edition.note,
        "published_by" => edition.published_by, "published_at" => edition.published_at.iso8601,
        "change_set" => set&.name, "purpose" => set&.purpose, "edits" => set&.edits&.size,
        "written_by" => set ? set.edits.map(&:author).uniq : [], "approved_by" => set ? approved_by(set) : []
      }.compact
    end

    # Names of those who signed exactly what took force.
    def approved_by(set)
      digest = set.digest
      set.approvals.select { |each| each.verdict == "approved" && each.digest == digest }.map(&:name).uniq
    end
  end
end
