# frozen_string_literal: true

module Server
  module Routes
    # Sign-ins of this application: who may come in, as which person of the directory, and with what access.
    module Accounts
      def self.registered(app)
        app.helpers Help
        app.get "/api/accounts" do
          allow!(:accounts)
          json(
            paged(Account.order(:login).to_a).then do |result|
              result.merge("items" => result["items"].map { |found| account_view(found) })
            end
          )
        end

        app.post "/api/accounts" do
          allow!(:accounts)
          known_person(sent["person"])
          made = sign_ins.make(sent.slice("login", "name", "access", "person", "password"))
          json(account_view(made), 201)
        end

        app.patch "/api/accounts/:id" do
          allow!(:accounts)
          found = account_with(params["id"])
          known_person(sent["person"])
          keep_an_administrator(found) if sent["access"] && sent["access"] != "administrator"
          sign_ins.change(found, sent.slice("name", "access", "person", "password"))
          # A new password or access ends what is open under the old one.
          found.sessions.where.not(id: @session.id).destroy_all if sent.key?("password") || sent.key?("access")
          json(account_view(found))
        end

        app.delete "/api/accounts/:id" do
          allow!(:accounts)
          found = account_with(params["id"])
          keep_an_administrator(found)
          sign_ins.remove(found)
          json({})
        end

        app.post "/api/accounts/:id/agree" do
          allow!(:accounts)
          json(account_view(sign_ins.agree(account_with(params["id"]))))
        end
      end

      # Helpers of these routes.
      module Help
        def account_view(found)
          {
            "id" => found.id, "login" => found.login, "name" => found.name, "access" => found.access,
            "person" => found.person, "waiting" => waiting(found), "password_by_another" => found.password_by && true
          }.compact
        end

        def waiting(found)
          right = SigningRight.new(found)
          return nil unless found.may?(:approve) && right.waiting?

          { "since" => found.waiting_since.iso8601, "hindrance" => right.hindrance_to_agree(account) }.compact
        end

        def sign_ins = SignIns.new(account)

        def account_with(id)
          Account.find_by(id: id) or raise Problem.new(404, "no-such-account", "There is no such sign-in")
        end

        def known_person(person)
          return if person.nil? || PolicyStore.instance.directory.find(:user, person)

          raise CobaltLedger::BadInput.at("/person", "there is no user “#{person}” in the directory")
        end

        # Without an administrator no one could let anyone in again.
        def keep_an_administrator(found)
          unless found.access == "administrator" && Account.where(access: "administrator").where.not(id: found.id).none?
            return
          end

          raise Problem.new(422, "last-administrator", "This is the last administrator. Add another one first.")
        end
      end
    end
  end
end
