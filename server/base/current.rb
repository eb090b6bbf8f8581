# frozen_string_literal: true

require "active_support/current_attributes"

module Server
  # Who asks, and which change set they have chosen, for as long as a request lasts.
  # change_set: id, or nil for the one that is theirs by default; account_id: of the Account, or nil where a program or
  # a job acts; login: the name of their sign-in; token_id: of the Token of a program that acts, or nil.
  class Current < ActiveSupport::CurrentAttributes
    attribute :change_set, :account_id, :login, :token_id

    # Who acts, as the journal keeps it: {account:, sign_in:} or {token:}, empty for the installation itself.
    def actor
      return { account: account_id, sign_in: login }.compact if account_id

      token_id ? { token: token_id } : {}
    end
  end
end
