# frozen_string_literal: true

module Server
  # What a browser remembers of having signed in under a name, so that strangers who try that name elsewhere can't keep
  # its owner out. It lets no one in, and a new password ends it. Nothing of it is stored here: it is made from what
  # only the database knows.
  module KnownBrowser
    COOKIE = "cobalt_known"
    # Seconds.
    LIFETIME = 180 * 24 * 60 * 60

    module_function

    # What the browser keeps to be known again: String.
    def token(account)
      mark = OpenSSL::HMAC.hexdigest("SHA256", account.password_digest, "known browser #{account.id}")
      "#{account.id}.#{mark[0, 40]}"
    end

    # The token, when it is one of this account's; nil otherwise. sent: what the browser sent, or nil.
    def recognised(sent, account)
      return nil if sent.nil? || account.nil?

      own = token(account)
      own if Rack::Utils.secure_compare(own, sent)
    end
  end
end
