# frozen_string_literal: true

module Server
  module Routes
    # Tokens of programs, and where these ask for decisions. The questions themselves are answered at AccessDoor.
    module Programs
      # Days for which a token may be good.
      DAYS = 730

      def self.registered(app)
        app.helpers Help
        app.get "/api/tokens" do
          allow!(:accounts)
          json("items" => Token.order(id: :desc).map { |each| token_view(each) })
        end

        app.post "/api/tokens" do
          allow!(:accounts)
          made, secret = make_token
          json({ "token" => token_view(made), "secret" => secret }, 201)
        end

        app.delete "/api/tokens/:id" do
          allow!(:accounts)
          found = Token.find_by(id: params["id"]) or raise Problem.new(404, "no-such-token", "There is no such token")
          Token.transaction do
            found.update!(revoked_at: Time.now) unless found.revoked_at
            JournalEntry.note("token_revoked", actor: author, person: found.person, name: found.name)
          end
          json(token_view(found))
        end

        app.get("/.well-known/authzen-configuration") { json(AccessMetadata.new(PublicAddress.to_s).to_h) }
      end

      # Helpers of these routes.
      module Help
        def token_view(found)
          directory = PolicyStore.instance.directory
          {
            "id" => found.id, "name" => found.name, "person" => found.person,
            "person_name" => directory.name_of(:user, found.person), "record_types" => found.scope,
            "asks_for_others" => found.asks_for_others, "standing" => found.standing(Time.now),
            "made_by" => found.made_by, "created_at" => found.created_at.iso8601,
            "expires_at" => found.expires_at.iso8601, "revoked_at" => found.revoked_at&.iso8601,
            "last_used_at" => found.last_used_at&.iso8601
          }.compact
        end

        def make_token
          state = PolicyStore.instance.in_force
          person = state.directory.find(:user, sent["person"])
          unless person&.program?
            raise CobaltLedger::BadInput.at("/person",
                                            "must be a program in the directory")
          end

          unknown = sent["record_types"].find { |id| state.policy.record_type(id).nil? }
          raise CobaltLedger::BadInput.at("/record_types", "there is no record type “#{unknown}”") if unknown

          Token.transaction do
            JournalEntry.note("token", actor: author, person: person.id, name: sent["name"])
            Token.make(
              name: sent["name"], person: person.id, record_types: sent["record_types"].uniq, made_by: author,
              made_by_account: account.id, asks_for_others: sent["asks_for_others"] || false,
              expires_at: Time.now + (sent["days"] * 86_400)
            )
          end
        end
      end
    end
  end
end
