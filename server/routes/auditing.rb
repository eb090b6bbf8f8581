# frozen_string_literal: true

module Server
  module Routes
    # The audit as a job, its findings, and what can be done about them; questions asked from a cell; precedence.
    module Auditing
      def self.registered(app)
        app.helpers Help
        register_findings(app)
        app.post "/api/ask/who" do
          allow!(:read)
          json(Asking.new(asked_state, sent["question"].merge("field" => sent["field"]), sight).who)
        end

        app.post "/api/ask/what-for" do
          allow!(:read)
          json(Asking.new(asked_state, sent["question"].merge("field" => sent["field"]), sight).what_for)
        end

        app.get "/api/precedence" do
          allow!(:read)
          json(PrecedenceView.new(policy_state).to_h)
        end

        app.post "/api/precedence/preview" do
          allow!(:read)
          pending = PolicyStore.instance.pending
          json(PrecedenceView.new(pending).preview(precedence_scope(pending).document(sent["precedence"]), sent["question"], sight))
        end

        app.put "/api/precedence" do
          allow!(:edit)
          precedence_scope(PolicyStore.instance.pending).keep(PolicyEditor.new(author), sent["precedence"])
          json(PrecedenceView.new(PolicyStore.instance.pending).to_h)
        end

        app.put "/api/rules/order" do
          allow!(:edit)
          json(RuleOrder.new(author).put(sent["record_type"], sent["kind"], sent["rules"]))
        end
      end

      def self.register_findings(app)
        app.post "/api/audit" do
          allow!(:read)
          json(Server::Auditing.start(sent["state"] || "pending", by: author, account: account, first: sent["first"]).to_view, 202)
        end

        app.get "/api/audit/:id" do
          allow!(:read)
          json((AuditRun.find_by(id: params["id"]) or raise Problem.new(404, "no-such-run", "There is no such run of the audit")).to_view)
        end

        app.delete "/api/audit/:id" do
          allow!(:read)
          json(Server::Auditing.cancel(params["id"], account).to_view)
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
          json(accept(findings_view.find(params["id"])))
        end

        app.delete "/api/findings/:id/acceptance" do
          allow!(:edit)
          Acceptance.where(finding: params["id"]).delete_all
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
          FindingsView.new(PolicyStore.instance.state(name), name, params.slice(*FindingsQuestion::PARAMETERS))
        end

        def precedence_scope(state) = PrecedenceScope.new(state.document, sent["record_type"], sent["field"])

        def accept(finding)
          ends = sent["until"]&.then { |text| CobaltLedger::Catalogue::Kinds::Date.parse(text, nil) }
          raise CobaltLedger::BadInput.at("/until", "lies in the past") if ends && ends < Date.today

          acceptance = Acceptance.find_or_initialize_by(finding: finding["id"])
          acceptance.update!(basis: finding["basis"], reason: sent["reason"], accepted_by: author, until: ends, accepted_at: Time.now)
          acceptance.to_view
        rescue CobaltLedger::Catalogue::Kind::Unsuitable => e
          raise CobaltLedger::BadInput.at("/until", e.message)
        end
      end
    end
  end
end
