# frozen_string_literal: true

module Server
  # Something that was said of a change set, or of one edit in it.
  class Comment < ActiveRecord::Base
    belongs_to :change_set

    validates :words, length: { in: 1..4000 }

    # Comments are added and stay.
    def readonly? = persisted?
  end
end
