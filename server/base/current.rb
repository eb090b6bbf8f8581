# frozen_string_literal: true

require "active_support/current_attributes"

module Server
  # Who asks, and which change set they have chosen, for as long as a request lasts.
  # change_set: id, or nil for the one that is theirs by default; account_id: of the Account, or nil where a program or
  # a job acts.
  class Current < ActiveSupport::CurrentAttributes
    attribute :change_set, :account_id
  end
end
