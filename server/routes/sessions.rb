# frozen_string_literal: true

module Server
  module Routes
    # Signing in and out, one's own password, and making the first administrator.
    module Sessions
      def self.registered(app)
        app.helpers Help
        app.get("/api/session") { json(session_view) }

        app.post "/api/session" do
          found = Account.named(sent["login"])
          browser = KnownBrowser.recognised(request.cookies[KnownBrowser::COOKIE], found)
          good = SignInGuard.try(sent["login"], client_address, browser) { password_right?(found, sent["password"]) }
          unless good
            # What was typed is not kept: it may be a password in the wrong place.
            JournalEntry.note("sign_in_failed", actor: found&.name || "someone", subject: found&.login,
                                                address: client_address)
            raise Problem.new(401, "wrong-sign-in", "The name or the password is wrong")
          end

          not_shut_out!(found)
          sign_in(found)
          json(session_view)
        end

        app.delete "/api/session" do
          JournalEntry.note("sign_out", actor: account.name, person: account.person, subject: account.login)
          @session.destroy!
          @session = nil
          response.delete_cookie(RequestHelp::COOKIE, path: "/")
          json(session_view)
        end

        app.put "/api/session/password" do
          good = SignInGuard.again(account) { password_right?(account, sent["current"]) }
          raise CobaltLedger::BadInput.at("/current", "is not your password") unless good

          change_password
          json(session_view)
        end

        # Asked by pages that are open, every few seconds.
        app.get "/api/session/pulse" do
          json("edition" => Edition.newest.number, "state" => Pulse.of(account))
        end

        app.post "/api/setup" do
          made = FirstAdministrator.create!(
            token: sent["token"], login: sent["login"], name: sent["name"], password: sent["password"]
          )
          sign_in(made)
          json(session_view, 201)
        end
      end

      # Helpers of these routes.
      module Help
        NOBODY = BCrypt::Password.create("nobody", cost: ENV["RACK_ENV"] == "test" ? 4 : 12).to_s.freeze

        def session_view
          {
            "account" =>
              account &&
                {
                  "name" => account.name, "login" => account.login, "access" => account.access,
                  "person" => account.person,
                  "password_by_another" => account.password_by && true, "abilities" => Account::ABILITIES[account.access].map(&:to_s)
                }.compact,
            "csrf" => @session&.csrf,
            "setup_needed" => Account.none?
          }.compact
        end

        # A password is checked even for no one, so that the answer takes as long either way.
        def password_right?(found, password)
          # bcrypt stops at a NUL, and at 72 bytes: what comes after would not count.
          whole = !password.include?("\0") && password.bytesize <= Account::PASSWORD_BYTES
          (BCrypt::Password.new(found&.password_digest || NOBODY) == (whole ? password : "")) && whole && !found.nil?
        end

        # Whom their identity provider has made inactive, or deleted, signs in nowhere.
        def not_shut_out!(found)
          return unless PushedResource.shut?(found.person)

          JournalEntry.note("sign_in_failed", actor: found.name, person: found.person, subject: found.login,
                                              reason: "not active at the identity provider", address: client_address)
          raise Problem.new(401, "not-active", "Your account is no longer active. Ask an administrator.")
        end

        def sign_in(found)
          @session&.destroy
          @session, token = Session.start(found)
          JournalEntry.note("sign_in", actor: found.name, person: found.person, subject: found.login,
                                       address: client_address)
          keep_cookie(RequestHelp::COOKIE, token, Session::LIFETIME)
          keep_cookie(KnownBrowser::COOKIE, KnownBrowser.token(found), KnownBrowser::LIFETIME)
        end

        # What is open elsewhere under the old password ends.
        def change_password
          found = Account.find(account.id)
          found.update!(password: sent["password"], password_by: nil)
          JournalEntry.note("password", actor: found.name, person: found.person, subject: found.login)
          found.sessions.where.not(id: @session.id).delete_all
          keep_cookie(KnownBrowser::COOKIE, KnownBrowser.token(found), KnownBrowser::LIFETIME)
        end

        def keep_cookie(name, value, seconds)
          response.set_cookie(
            name, value: value, path: "/", httponly: true, same_site: :lax,
                  secure: ClientAddress.secure?(request.env), max_age: seconds
          )
        end
      end
    end
  end
end
