# frozen_string_literal: true

module Server
  # Gives a new database its first edition and directory.
  module Setup
    module_function

    # Makes an empty policy and directory where there is none.
    def prepare
      ActiveRecord::Base.transaction do
        if DirectoryVersion.none?
          DirectoryVersion.keep(CobaltLedger::Formats::DirectoryJson.empty, by: "the installation")
        end
        if Edition.none?
          first_edition(
            CobaltLedger::Formats::PolicyJson.empty("Our business"),
            by: "the installation", note: "Empty at the start"
          )
        end
      end
    end

    # Puts the first policy in force, and opens the change set for the next.
    def first_edition(document, by:, note:) = ChangeSet.open_on(Edition.publish(document, by: by, note: note))
  end
end
