# frozen_string_literal: true

module Server
  # What a program shows to be let in: it stands for a user of the directory that is a program, kept to some record
  # types, until a day. The secret itself is shown once; here stands its hash.
  class Token < ActiveRecord::Base
    # What a secret begins with, so that one that got out is recognised.
    PREFIX = "cobalt_"

    # Seconds for which it is not written down again that it is in use.
    NOTE = 60

    # Those that were shown last.
    KNOWN = CobaltLedger::Memory.new(200)
    private_constant :KNOWN

    class << self
      # Makes one. Returns [Token, the secret].
      def make(**given)
        secret = PREFIX + SecureRandom.urlsafe_base64(32)
        types = JSON.generate(given.delete(:record_types))
        [create!(digest: Session.digest(secret), created_at: Time.now, record_types: types, **given), secret]
      end

      # The live token of a secret, or nil. mark: of WriteMark; what is revoked counts at once, because that is written.
      def of(secret, mark)
        return nil unless secret.to_s.start_with?(PREFIX)

        digest = Session.digest(secret)
        found = KNOWN.fetch([mark, digest]) { looked_up(digest) }
        found if found&.live?(Time.now)
      end

      private

      def looked_up(digest)
        row = Prepared.ask("SELECT * FROM tokens WHERE digest = ?", [digest]).first or return nil
        found = instantiate(row)
        found if found.maker_may?
      end
    end

    # Identifiers of the record types it is kept to.
    def scope = JSON.parse(record_types)

    # May its author still make one? A token ends with the right to have made it.
    def maker_may? = made_by_account.nil? || Account.find_by(id: made_by_account)&.may?(:accounts) || false

    # now: Time. Notes that it is in use.
    def live?(now)
      return false if revoked_at || expires_at <= now

      self.class.where(id: id).update_all(last_used_at: now) if last_used_at.nil? || last_used_at < now - NOTE
      true
    rescue ActiveRecord::StatementInvalid
      true
    end

    # "live", "revoked" or "ended"
    def standing(now)
      return "revoked" if revoked_at || !maker_may?

      expires_at <= now ? "ended" : "live"
    end
  end
end
