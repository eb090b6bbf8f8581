# frozen_string_literal: true

module Server
  # A link that works once, for making the first administrator of an empty installation.
  class SetupLink < ActiveRecord::Base
    # Returns the token; earlier links stop working.
    def self.renew
      delete_all
      SecureRandom.urlsafe_base64(24).tap { |token| create!(token_digest: Session.digest(token)) }
    end

    # True when the token was good; it is spent then.
    def self.spend(token)
      where(token_digest: Session.digest(token.to_s)).delete_all == 1
    end
  end
end
