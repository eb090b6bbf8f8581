# frozen_string_literal: true

module Server
  module Routes
    # Signing in and out, and making the first administrator.
    module Sessions
      # Failures for one sign-in name or address before a pause, and the pause, in seconds.
      TRIES = 5
      PAUSE = 60

      def self.registered(app)
        app.helpers Help
        app.get("/api/session") { json(session_view) }

        app.post "/api/session" do
          raise Problem.new(429, "too-many-tries", "Too many failed sign-ins; wait a minute") if paused?(sent["login"])

          found = Account.find_by("lower(login) = ?", sent["login"].downcase)
          # A password is checked even for nobody, so that the answer takes as long either way.
          good = BCrypt::Password.new(found&.password_digest || Help::NOBODY) == sent["password"]
          unless found && good
            note_failure(sent["login"])
            raise Problem.new(401, "wrong-sign-in", "The name or the password is wrong")
          end
          sign_in(found)
          json(session_view)
        end

        app.delete "/api/session" do
          signed_in!
          @session.destroy!
          @session = nil
          response.delete_cookie(RequestHelp::COOKIE, path: "/")
          json(session_view)
        end

        app.post "/api/setup" do
          made = Account.transaction do
            raise Problem.new(403, "spent-link", "This link has been used or replaced; restart the server for a new one") unless Account.none? && SetupLink.spend(sent["token"])

            Account.create!(login: sent["login"], name: sent["name"], password: sent["password"], access: "administrator")
          end
          sign_in(made)
          json(session_view, 201)
        end
      end

      # Helpers of these routes.
      module Help
        NOBODY = BCrypt::Password.create("nobody", cost: ENV["RACK_ENV"] == "test" ? 4 : 12).to_s.freeze

        def session_view
          { "account" => account && { "name" => account.name, "login" => account.login, "access" => account.access, "person" => account.person,
                                      "abilities" => Account::ABILITIES[account.access].map(&:to_s) }.compact,
            "csrf" => @session&.csrf, "setup_needed" => Account.none? }.compact
        end

        def sign_in(found)
          @session&.destroy
          @session, token = Session.start(found)
          response.set_cookie(RequestHelp::COOKIE, value: token, path: "/", httponly: true, same_site: :lax,
                                                   secure: request.ssl?, max_age: Session::LIFETIME)
        end

        def paused?(login)
          keys(login).any? { |key| FailureCount.over?(key, TRIES) }
        end

        def note_failure(login)
          keys(login).each { |key| FailureCount.note(key, PAUSE) }
        end

        def keys(login) = ["login:#{login.downcase}", "address:#{request.ip}:#{login.downcase[0, 3]}"]
      end
    end
  end
end
