# frozen_string_literal: true

module Server
  # A signed-in browser. The token itself is only in the cookie; here stands its hash.
  class Session < ActiveRecord::Base
    LIFETIME = 12 * 60 * 60

    belongs_to :account

    # Starts a session. Returns [Session, token].
    def self.start(account)
      where(expires_at: ..Time.now).delete_all
      token = SecureRandom.urlsafe_base64(32)
      [create!(account: account, token_digest: digest(token), csrf: SecureRandom.urlsafe_base64(24), expires_at: Time.now + LIFETIME), token]
    end

    # The live session of a token, or nil.
    def self.of(token)
      token && includes(:account).find_by(token_digest: digest(token), expires_at: Time.now..)
    end

    def self.digest(token) = Digest::SHA256.hexdigest(token)
  end
end
