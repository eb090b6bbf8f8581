# frozen_string_literal: true

module Server
  # Who changed a subject of the policy in an edition.
  module OtherHand
    module_function

    # kind, subject: of the edit; number: of the edition. Returns the name of who edited it there, else of who published
    # the edition, or nil where there is none.
    def of(kind, subject, number)
      set = ChangeSet.find_by(published_edition: number)
      edit = set&.edits&.find_by(kind: kind, subject: subject)
      edit&.author || Edition.find_by(number: number)&.published_by
    end
  end
end
