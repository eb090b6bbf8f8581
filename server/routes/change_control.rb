# frozen_string_literal: true

module Server
  module Routes
    # Change sets beside each other, and the edits in them.
    module ChangeControl
      # Settings of the policy that stand on a page together.
      SETTINGS = { "limits" => %w[limits places], "automations" => %w[automations programs] }.freeze

      def self.registered(app)
        app.helpers Help
        app.get "/api/change-sets" do
          allow!(:read)
          json("items" => ChangeSetView.list)
        end

        app.post "/api/change-sets" do
          allow!(:edit)
          json(view_of(change_sets.begin_new(sent["name"], purpose: sent["purpose"] || "")), 201)
        end

        app.get "/api/change-set" do
          allow!(:read)
          json(view_of(ChangeSet.current))
        end

        app.get "/api/approval" do
          allow!(:read)
          json(ApprovalSettings.of(policy_state))
        end

        app.put "/api/approval" do
          allow!(:edit)
          ApprovalSettings.keep(sent["items"], if_match: if_match!, author: author)
          json(ApprovalSettings.of(PolicyStore.instance.pending))
        end

        SETTINGS.each do |page, names|
          app.get "/api/#{page}" do
            allow!(:read)
            json(PolicySettings.of(policy_state, *names))
          end

          app.put "/api/#{page}" do
            allow!(:edit)
            PolicySettings.keep(sent.slice(*names), if_match: if_match!, author: author, words: "them")
            json(PolicySettings.of(PolicyStore.instance.pending, *names))
          end
        end

        app.put "/api/change-sets/:id" do
          allow!(:edit)
          json(view_of(change_sets.describe(params["id"].to_i, sent)))
        end

        app.post "/api/change-sets/:id/drop" do
          allow!(:edit)
          change_sets.drop(params["id"].to_i, sent["revision"])
          json({})
        end

        app.post "/api/change-sets/:id/move" do
          allow!(:edit)
          id, edits, revision = params["id"].to_i, *sent.values_at("edits", "revision")
          json(
            if sent["to"]
              change_sets.move(id, edits, to: sent["to"], revision: revision)
              { "to" => sent["to"] }
            else
              { "to" => change_sets.split(id, edits, name: sent["name"] || "A part", revision: revision).id }
            end
          )
        end

        app.post "/api/change-sets/:id/take-back" do
          allow!(:edit)
          json(view_of(change_sets.take_back(params["id"].to_i, sent["edits"])))
        end

        app.post "/api/change-sets/:id/have-again" do
          allow!(:edit)
          json(view_of(change_sets.bring_back(params["id"].to_i, sent["edits"])))
        end

        app.post "/api/change-set/edits/:id/settle" do
          allow!(:edit)
          set = Settling.new(author).settle(
            params["id"], sent["choice"], sent["picks"] || {}, revision: sent["revision"]
          )
          json(view_of(set))
        end

        app.delete "/api/change-set/edits/:id" do
          allow!(:edit)
          json(view_of(change_sets.take_back(ChangeSet.current.id, [params["id"].to_i])))
        end
      end

      # Helpers of these routes.
      module Help
        def change_sets = ChangeSets.new(author)
        def view_of(set) = ChangeSetView.new(set).to_h
      end
    end
  end
end
