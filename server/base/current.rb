# frozen_string_literal: true

require "active_support/current_attributes"

module Server
  # Who asks, and which change set they have chosen, for as long as a request lasts.
  # change_set: id, or nil for the one that is theirs by default; account_id: of the Account, or nil where a program or
  # a job acts; login: name of their sign-in; author: name under which they are written
  # down; token_id: of the Token of a program that acts, or nil; provider_id: of the Provider that pushes, or nil.
  class Current < ActiveSupport::CurrentAttributes
    attribute :change_set, :account_id, :login, :author, :token_id, :provider_id

    # Notes who asks. account: Account, or nil.
    def asked_by(account)
      self.account_id, self.login, self.author = account && [account.id, account.login, account.name]
    end

    # The same of a program. token: Token.
    def asked_by_program(token)
      self.token_id = token.id
      self.author = token.name
    end

    # The same of an identity provider. provider: Provider.
    def asked_by_provider(provider)
      self.provider_id = provider.id
      self.author = provider.name
    end

    # Who acts, as the journal keeps it: {account:, sign_in:}, {token:} or {provider:}; empty for whoever does not ask
    # themselves, as an automation that a save has started. name: under which it is written down.
    def actor(name)
      return {} unless name == author

      account_id ? { account: account_id, sign_in: login } : { token: token_id, provider: provider_id }.compact
    end
  end
end
