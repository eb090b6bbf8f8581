# frozen_string_literal: true

module Server
  # One state of the directory of people. The newest is in use.
  class DirectoryVersion < ActiveRecord::Base
    # The one in force, or nil.
    def self.newest = order(:id).last

    def self.keep(document, by:) = prepared(document, by: by).keep

    # One that is ready to be kept: to write out the document of many people takes longer than anyone should wait for
    # the database.
    def self.prepared(document, by:)
      text = CobaltLedger::CanonicalJson.write(document)
      new(document: text, sha256: Digest::SHA256.hexdigest(text), imported_by: by)
    end

    # Puts it in force, unless it is as the one in force. Returns it.
    def keep
      self.class.transaction do
        unless self.class.order(:id).last&.sha256 == sha256
          save!
          JournalEntry.note("directory", actor: imported_by, subject: "people", version: id, sha256: sha256)
        end
      end
      self
    end

    # The directory in its document form: Hash.
    def directory_document = JSON.parse(document)
  end
end
