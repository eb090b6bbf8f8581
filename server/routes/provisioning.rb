# frozen_string_literal: true

module Server
  module Routes
    # Identity providers, what they have pushed, and what of it waits to be signed. What they push comes in at
    # ProvisioningDoor.
    module Provisioning
      def self.registered(app)
        app.helpers Help
        app.get "/api/providers" do
          allow!(:read)
          json("items" => Provider.order(id: :desc).map { |each| provider_view(each) },
               "address" => ScimDocuments.base)
        end

        app.post "/api/providers" do
          allow!(:accounts)
          made, secret = make_provider
          json({ "provider" => provider_view(made), "secret" => secret }, 201)
        end

        app.put "/api/providers/:id" do
          allow!(:accounts)
          found = provider
          labels = known_labels
          Provider.transaction do
            found.update!(labels: JSON.generate(labels))
            JournalEntry.note("provider_changed", actor: author, subject: found.name, labels: labels)
          end
          json(provider_view(found))
        end

        app.delete "/api/providers/:id" do
          allow!(:accounts)
          found = provider
          Provider.transaction do
            found.update!(revoked_at: Time.now) unless found.revoked_at
            JournalEntry.note("provider_revoked", actor: author, subject: found.name)
          end
          json(provider_view(found))
        end

        app.get "/api/pushes" do
          allow!(:read)
          json(Page.of(Push.all, page, per_page, &:to_view))
        end

        app.get "/api/pushes/held" do
          allow!(:read)
          json(HeldPushes.new(account).to_h)
        end

        app.get "/api/pushes/held/:list/:id" do
          allow!(:read)
          json(HeldPushes.new(account).effect(params["list"], params["id"]))
        end

        app.post "/api/pushes/held" do
          allow!(:approve)
          HeldPushes.new(account).decide(sent["items"], sent["verdict"])
          json(HeldPushes.new(account).to_h)
        end
      end

      # Helpers of these routes.
      module Help
        def provider
          Provider.find_by(id: params["id"]) or
            raise Problem.new(404, "no-such-provider", "There is no such identity provider")
        end

        def provider_view(found)
          {
            "id" => found.id, "name" => found.name, "groups" => found.groups, "labels" => found.held_labels,
            "standing" => found.standing(Time.now), "made_by" => found.made_by,
            "created_at" => found.created_at.iso8601, "expires_at" => found.expires_at.iso8601,
            "last_used_at" => found.last_used_at&.iso8601
          }.compact
        end

        def known_labels
          policy = PolicyStore.instance.in_force.policy
          unknown = sent["labels"].find { |id| policy.label(id).nil? }
          raise CobaltLedger::BadInput.at("/labels", "there is no label “#{unknown}”") if unknown

          sent["labels"].uniq
        end

        def make_provider
          labels = known_labels
          Provider.transaction do
            JournalEntry.note("provider_made", actor: author, subject: sent["name"], groups: sent["groups"],
                                               labels: labels)
            Provider.make(name: sent["name"], groups: sent["groups"], labels: labels, made_by: author,
                          made_by_account: account.id, expires_at: Time.now + (sent["days"] * 86_400))
          end
        end
      end
    end
  end
end
