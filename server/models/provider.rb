# frozen_string_literal: true

module Server
  # An identity provider that pushes people and groups by SCIM, with what it shows to be let in: the secret is told
  # once, here stands its hash. groups: the list of the directory that its groups are; labels: what opens fields
  # with one of them is held back until it is signed.
  class Provider < ActiveRecord::Base
    # What a secret begins with, so that one that got out is recognised.
    PREFIX = "cobalt_scim_"

    # Days for which a token may be good.
    DAYS = 730

    class << self
      # Makes one. Returns [Provider, the secret].
      def make(labels:, **given)
        secret = PREFIX + SecureRandom.urlsafe_base64(32)
        [create!(digest: Session.digest(secret), created_at: Time.now, labels: JSON.generate(labels), **given), secret]
      end

      # The live one of a secret, or nil.
      def of(secret)
        return nil unless secret.to_s.start_with?(PREFIX)

        found = find_by(digest: Session.digest(secret))
        found if found && found.standing(Time.now) == "live" && found.noted
      end
    end

    # Identifiers of labels: Array.
    def held_labels = JSON.parse(labels)

    # "live", "revoked" or "ended". A token ends with the right to have made it.
    def standing(now)
      return "revoked" if revoked_at || !Account.find_by(id: made_by_account)&.may?(:accounts)

      expires_at <= now ? "ended" : "live"
    end

    # Notes that it is in use. A database that can't be written to is no reason to turn a reader away.
    def noted
      now = Time.now
      return self unless last_used_at.nil? || last_used_at < now - Token::NOTE

      self.class.where(id: id).update_all(last_used_at: now)
      self
    rescue ActiveRecord::StatementInvalid
      self
    end
  end
end
