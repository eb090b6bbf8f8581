# frozen_string_literal: true

module Server
  # What someone has said to a change set as it then was: asked for approval, approved, or sent back. It counts for
  # exactly the digest it names.
  class Approval < ActiveRecord::Base
    belongs_to :change_set

    validates :words, length: { maximum: 4000 }

    def readonly? = persisted?
  end
end
