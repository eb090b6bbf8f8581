# frozen_string_literal: true

module Server
  # Who has to sign which changes, as it is in the chosen change set.
  module ApprovalSettings
    module_function

    # {"items", "etag"}. state: PolicyStore::Compiled.
    def of(state)
      found = PolicySettings.of(state, "approval")
      { "items" => found["approval"], "etag" => found["etag"] }
    end

    # Puts another list in its place. items: Array of approval documents; if_match: ETag of the one that was edited;
    # author: name. Raises Problem or CobaltLedger::BadInput.
    def keep(items, if_match:, author:)
      CobaltLedger::Formats::Schema.check!("approval", items)
      PolicySettings.keep({ "approval" => items }, if_match: if_match, author: author, words: "who signs")
    end
  end
end
