# frozen_string_literal: true

module Server
  # Something that was done to a sign-in by someone else. what: one of WHAT; by: key of who did it, as of
  # Edit.author_key; by_person: the directory user they were, or nil. Kept when the sign-in is removed.
  class SignInChange < ActiveRecord::Base
    WHAT = %w[made name access person password].freeze

    validates :what, inclusion: { in: WHAT }

    # Those done to a sign-in since a moment. account_id: Integer; since: Time.
    def self.since(account_id, since) = where(account_id: account_id, created_at: since..)
  end
end
