# frozen_string_literal: true

module Server
  module Routes
    # What is done to a record as a whole: locked, unlocked, looked at beyond what is shown, deleted; and what has been.
    module RecordActions
      # Entries of a record's journal that are told at once.
      ENTRIES = 200

      def self.registered(app)
        app.helpers Help
        app.post "/api/records/:type/:number/lock" do
          allow!(:record)
          lock_of.lock(sent["reason"])
          json({}, 201)
        end

        app.post "/api/records/:type/:number/unlock" do
          allow!(:record)
          own_sign_in!
          lock_of.unlock(sent["reason"], sent["minutes"])
          json({}, 201)
        end

        app.delete "/api/records/:type/:number/unlock" do
          allow!(:record)
          lock_of.lock_again
          json({})
        end

        app.post "/api/records/:type/:number/reveals" do
          allow!(:record)
          reveal = Reveal.new(visitor, met, by: author, mode: sent["mode"] || "view")
          json(sent["field"] ? reveal.one(sent["field"], sent["reason"]) : reveal.whole(sent["reason"]), 201)
        end

        app.get "/api/records/:type/:number/journal" do
          json("items" => RecordJournal.new(visitor, met).entries(ENTRIES))
        end

        app.get "/api/records/:type/:number/lifters" do
          json(desk.lifters(params["type"], params["number"]).to_h)
        end

        app.delete "/api/records/:type/:number" do
          allow!(:record)
          RecordRemoval.new(visitor, met("edit"), by: author).perform(if_match!)
          json({})
        end

        app.get "/api/journal" do
          allow!(:read)
          json(JournalView.new(sight, params).page(page, per_page))
        end

        app.get "/api/messages" do
          json(OutboxView.new(account).page(page, per_page, params["all"]))
        end
      end

      # Helpers of these routes.
      module Help
        # The record of the address, as the user who asks may meet it.
        def met(mode = sent_mode)
          type = visitor.record_type(params["type"])
          visitor.find!(type, params["number"], mode)
        end

        def sent_mode = (sent.is_a?(Hash) && sent["mode"]) || "view"
        def lock_of = RecordLock.new(visitor, met, by: author, mode: sent_mode)

        # Unlocking takes one's own password once more: a session that was left open is not enough, and no token has
        # one.
        def own_sign_in!
          raise Problem.new(403, "own-sign-in", "Only a person can unlock a record, using a password") unless @session

          good = SignInGuard.again(account) { password_right?(account, sent["password"]) }
          return if good

          refused_here.write("refused", "The password was not theirs")
          raise CobaltLedger::BadInput.at("/password", "is not your password")
        end
      end
    end
  end
end
