# frozen_string_literal: true

module Server
  # What a document that leaves the application was made from, so that its reader can tell.
  module Provenance
    module_function

    # state: PolicyStore::Compiled; name: as PolicyStore#compiled takes it; at: Time. "Edition 3 (SHA-256 ...) with 2
    # edits of “Spring”, 30 Nov 2026, 14:10 UTC".
    def of(state, name, at = Time.now)
      sealed = JournalSeal.newest_in_words
      "#{policy(state, name)}, #{at.getutc.strftime('%-d %b %Y, %H:%M UTC')}#{", journal #{sealed}" if sealed}"
    end

    def policy(state, name)
      return edition(Edition.newest) if name == "in_force"
      return edition(Edition.find_by!(number: state.key[2])) unless state.key[0] == :pending

      set = ChangeSet.find(state.key[2])
      "#{edition(Edition.find_by!(number: set.base_edition))} with #{CobaltLedger::Words.count(set.edits.size,
                                                                                               'edit')} " \
        "of “#{set.name}”"
    end

    def edition(edition) = "Edition #{edition.number} (SHA-256 #{edition.sha256})"
    private_class_method :policy, :edition
  end
end
