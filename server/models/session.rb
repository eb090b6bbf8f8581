# frozen_string_literal: true

module Server
  # A signed-in browser. The token itself is only in the cookie; here stands its hash. Looked up at every request, so
  # that a session ended anywhere, by whichever process, is over everywhere.
  class Session < ActiveRecord::Base
    # Seconds from signing in until a session ends in any case.
    LIFETIME = 12 * 60 * 60

    # Seconds without a request after which it ends.
    IDLE = Integer(ENV.fetch("COBALT_IDLE_MINUTES", "120"), 10) * 60

    # Seconds for which it is not written down again that a session is in use: reading should not write.
    NOTE = 300

    belongs_to :account

    class << self
      # Starts a session. Returns [Session, token].
      def start(account)
        now = Time.now
        drop_ended(now)
        token = SecureRandom.urlsafe_base64(32)
        [
          create!(
            account: account, token_digest: digest(token), csrf: SecureRandom.urlsafe_base64(24),
            expires_at: now + LIFETIME, last_seen_at: now
          ),
          token
        ]
      end

      # Removes those that are over. now: Time.
      def drop_ended(now) = where(expires_at: ..now).or(where(last_seen_at: ..(now - IDLE))).delete_all

      # The live session of a token, with its account, or nil. in_use: is somebody there, or does a page ask by itself?
      def of(token, in_use: true)
        return nil if token.nil? || token.empty?

        found = looked_up(digest(token))
        found if found&.live?(Time.now, in_use)
      end

      # What is kept of a token, so that reading the table lets no one in.
      def digest(token) = Digest::SHA256.hexdigest(token)

      private

      # Asked at every request, so that both rows are read by one statement that is not built anew each time.
      def looked_up(digest)
        row = Prepared.ask(lookup, [digest]).first or return nil
        own, of_account =
          row
            .partition { |name, _| name.start_with?("s_") }
            .map { |part| part.to_h { |name, value| [name[2..], value] } }
        instantiate(own).tap { |session| session.association(:account).target = Account.instantiate(of_account) }
      end

      def lookup
        @lookup ||=
          begin
            columns =
              { "s" => self, "a" => Account }.flat_map do |mark, model|
                model.column_names.map { |name| "#{mark}.#{name} AS #{mark}_#{name}" }
              end
            "SELECT #{columns.join(', ')} FROM sessions s JOIN accounts a ON a.id = s.account_id WHERE " \
            "s.token_digest = ?"
          end
      end
    end

    # now: Time. Notes that it is in use, where it is.
    def live?(now, in_use)
      return false unless expires_at > now && last_seen_at > now - IDLE

      note(now) if in_use && last_seen_at < now - NOTE
      true
    end

    private

    # A database that can't be written to at the moment is no reason to turn a reader away.
    def note(now)
      self.class.where(id: id).update_all(last_seen_at: now)
    rescue ActiveRecord::StatementInvalid
      nil
    end
  end
end
