# frozen_string_literal: true

module Server
  # One state of the directory of people. The newest is in use.
  class DirectoryVersion < ActiveRecord::Base
    # The one in force, or nil.
    def self.newest = order(:id).last

    def self.keep(document, by:)
      text = CobaltLedger::CanonicalJson.write(document)
      transaction do
        create!(document: text, sha256: Digest::SHA256.hexdigest(text), imported_by: by).tap do |made|
          JournalEntry.note("directory", actor: by, subject: "people", version: made.id, sha256: made.sha256)
        end
      end
    end

    # The directory in its document form: Hash.
    def directory_document = JSON.parse(document)
  end
end
