# frozen_string_literal: true

module Server
  # Edits of people, roles, groups, departments and units by hand: first what they do to whom, then kept, all or none.
  # People count at once, by the policy in force.
  class DirectoryEditor
    # edits: Array of {"list", "id", "new" => true where there must be none yet, "after" => the item of the directory
    # document, left out where it goes}.
    def initialize(edits)
      @edits = edits
    end

    # {"adds", "changes", "drops", "sentences", "version"}. Raises CobaltLedger::BadInput.
    def preview
      newest = DirectoryVersion.newest
      before = newest.directory_document
      after, directory = outcome(before)
      DirectoryChanges.new(before, after).to_h.merge(
        "sentences" => ToldInTime.new(*PoliciesStand.engines(directory)).sentences, "version" => newest.sha256
      )
    end

    # version: of the directory that was told about; by: name of who does it. A block is run in the same step: what it
    # raises leaves everything as it was. Raises Problem where the directory has moved on. What it takes to work it out
    # is done before anyone is kept waiting; where a rule was edited meanwhile, once more.
    def keep(version, by)
      Importing::TRIES.times do
        standing = PolicyStore.instance.standing
        newest = DirectoryVersion.newest
        raise moved_on unless newest.sha256 == version

        after, = outcome(newest.directory_document)
        prepared = DirectoryVersion.prepared(after, by: by)
        return {} if PolicyEditor.where_standing(standing) { prepared.keep.tap { yield if block_given? } }
      end
      raise PolicyEditor.busy
    end

    private

    def moved_on
      Problem.new(412, "changed-meanwhile", "The directory has changed since you opened it. Reload and try again.")
    end

    # [document, Directory] with the edits made.
    def outcome(before)
      after = @edits.reduce(before) { |document, edit| document.merge(edit["list"] => edited(document, edit)) }
      directory = CobaltLedger::Formats::DirectoryJson.build(after)
      PoliciesStand.on!(directory)
      [after, directory]
    end

    def edited(document, edit)
      id, after = edit.values_at("id", "after")
      raise CobaltLedger::BadInput.at("/after/id", "keeps its identifier") if after && after["id"] != id

      refuse_taken(document, edit) if edit["new"]
      CobaltLedger::Changes::DocumentEdits.put(
        document[edit["list"]] || [], CobaltLedger::Changes::Edit.new(kind: edit["list"], id: id, after: after)
      )
    end

    # Nobody is replaced by somebody of the same identifier.
    def refuse_taken(document, edit)
      there = (document[edit["list"]] || []).find { |item| item["id"] == edit["id"] } or return
      raise CobaltLedger::BadInput.at(
        "/id", "“#{edit['id']}” is already the identifier of #{there['name']}. Choose another identifier"
      )
    end
  end
end
