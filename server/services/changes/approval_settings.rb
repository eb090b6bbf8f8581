# frozen_string_literal: true

module Server
  # Who has to sign which changes, as it stands in the chosen change set.
  module ApprovalSettings
    module_function

    # {"items", "etag"}. state: PolicyStore::Compiled.
    def of(state)
      items = state.document["approval"] || []
      { "items" => items, "etag" => PolicyEditor.etag(items) }
    end

    # Puts another list in its place. items: Array of approval documents; if_match: ETag of the one that was edited;
    # author: name. Raises Problem or CobaltLedger::BadInput.
    def keep(items, if_match:, author:)
      CobaltLedger::Formats::Schema.check!("approval", items)
      PolicyEditor.new(author).work_out do |document|
        current = document["approval"] || []
        unless PolicyEditor.etag(current) == if_match
          raise Problem.new(412, "changed-meanwhile", "Somebody else changed who signs since you looked; look again")
        end
        next [] if current == items

        [CobaltLedger::Changes::Edit.new(kind: "setting", id: "approval", before: document["approval"], after: items)]
      end
    end
  end
end
