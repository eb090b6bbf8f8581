# frozen_string_literal: true

module Server
  module Routes
    # Runs of the audit, its findings, and what can be done about them.
    module Audits
      def self.registered(app)
        app.helpers Help
        app.post "/api/audit" do
          allow!(:read)
          json(
            AuditRuns.start(sent["state"] || "pending", by: author, account: account, first: sent["first"]).to_view,
            202
          )
        end

        app.get "/api/audit/:id" do
          allow!(:read)
          json(AuditRuns.find(params["id"]).to_view)
        end

        app.delete "/api/audit/:id" do
          allow!(:read)
          json(AuditRuns.cancel(params["id"], account).to_view)
        end

        app.get "/api/findings" do
          allow!(:read)
          json(findings_view.to_h)
        end

        app.get "/api/findings/:id" do
          allow!(:read)
          json(findings_view.whole(params["id"]))
        end

        app.put "/api/findings/:id/acceptance" do
          allow!(:edit)
          view = findings_view
          found = view.find(params["id"])
          Acceptance.transaction do
            others = sent["alike"] ? view.alike(found).map { |each| each["id"] } - [found["id"]] : []
            others.each { |id| accept(view.find(id)) }
            json(accept(found))
          end
        end

        app.delete "/api/findings/:id/acceptance" do
          allow!(:edit)
          Acceptance.transaction do
            if Acceptance.where(finding: params["id"]).delete_all.positive?
              JournalEntry.note("acceptance_ended", actor: author, subject: params["id"])
            end
          end
          json({})
        end

        app.post "/api/findings/:id/remedies/:index/preview" do
          allow!(:read)
          json(Remedies.new(findings_view.find(params["id"]), params["index"].to_i, author).preview)
        end

        app.post "/api/findings/:id/remedies/:index" do
          allow!(:edit)
          json(Remedies.new(findings_view.find(params["id"]), params["index"].to_i, author).take)
        end
      end

      # Helpers of these routes.
      module Help
        def findings_view
          name = params["state"] || "pending"
          FindingsView.new(PolicyStore.instance.compiled(name), name, params.slice(*FindingsQuestion::PARAMETERS))
        end

        def accept(finding)
          ends = sent["until"]&.then { |text| CobaltLedger::Catalogue::Kinds::Date.parse(text, nil) }
          raise CobaltLedger::BadInput.at("/until", "is in the past") if ends && ends < Date.today

          acceptance = Acceptance.find_or_initialize_by(finding: finding["id"])
          Acceptance.transaction do
            acceptance.update!(
              basis: finding["basis"], reason: sent["reason"], accepted_by: author, until: ends, accepted_at: Time.now
            )
            JournalEntry.note("acceptance", actor: author, record_type: finding["record_type"], subject: finding["id"],
                                            reason: sent["reason"], title: finding["title"], until: ends&.iso8601)
          end
          acceptance.to_view
        rescue CobaltLedger::Catalogue::Kind::Unsuitable => e
          raise CobaltLedger::BadInput.at("/until", e.message)
        end
      end
    end
  end
end
