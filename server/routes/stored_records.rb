# frozen_string_literal: true

module Server
  module Routes
    # Which stored records an edit meets, and the jobs that look for them.
    module StoredRecords
      def self.registered(app)
        app.post "/api/stored-records" do
          allow!(:read)
          rule = sent["rule"]&.then { |document| RulePlace.of(document, PolicyStore.instance.pending.document) }
          json(StoredImpactRuns.ask(rule, account: account, by: author, network: client_address))
        end

        app.get "/api/stored-records/:id" do
          allow!(:read)
          json(StoredImpactRuns.view(StoredImpactRuns.find(params["id"], account)))
        end

        app.delete "/api/stored-records/:id" do
          allow!(:read)
          run = StoredImpactRuns.find(params["id"], account)
          json(StoredImpactRuns.view(run.cancel_by(account)))
        end
      end
    end
  end
end
