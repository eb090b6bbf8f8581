# frozen_string_literal: true

module Server
  # A signed-in browser. The token itself is only in the cookie; here stands its hash.
  class Session < ActiveRecord::Base
    LIFETIME = 12 * 60 * 60

    # Sessions in use, by the hash of their token. Emptied whenever a session or an account changes.
    KEPT = Memory.new(1_000)

    belongs_to :account
    after_commit { KEPT.clear }

    # Starts a session. Returns [Session, token].
    def self.start(account)
      where(expires_at: ..Time.now).delete_all
      token = SecureRandom.urlsafe_base64(32)
      [create!(account: account, token_digest: digest(token), csrf: SecureRandom.urlsafe_base64(24), expires_at: Time.now + LIFETIME), token]
    end

    # The live session of a token, or nil. A session is looked up once and then remembered, with its account.
    def self.of(token)
      return nil unless token

      found = KEPT.fetch(digest(token)) { |key| includes(:account).find_by(token_digest: key) }
      found if found&.expires_at&.future?
    end

    def self.digest(token) = Digest::SHA256.hexdigest(token)
  end
end
