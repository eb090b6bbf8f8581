# frozen_string_literal: true

module Server
  module Routes
    # Rules: read as in force or with the pending edits; every change goes into the change set.
    module RuleBook
      def self.registered(app)
        app.helpers Help
        app.get "/api/rules" do
          allow!(:read)
          state = policy_state
          view = RuleView.new(state, PolicyStore.instance.in_force.document)
          rules = params["record_type"] ? state.policy.rules_of(params["record_type"]) : state.policy.rules
          result = paged(rules)
          json(result.merge("items" => result["items"].map { |rule| view.to_h(rule) }))
        end

        app.get "/api/rules/touching" do
          allow!(:read)
          json(RulesTouching.new(policy_state, params).to_h)
        end

        app.post "/api/rules" do
          allow!(:edit)
          json(shown(PolicyEditor.new(author).add_rule(sent["rule"])["id"]), 201)
        end

        app.post "/api/rules/preview" do
          allow!(:read)
          json(
            RulePreview.new(
              RulePlace.of(sent["rule"], PolicyStore.instance.pending.document), sent["question"] || {}, sight
            ).to_h
          )
        end

        app.post "/api/rules/several/preview" do
          allow!(:read)
          json(SeveralRules.new(sent["rules"], sent["change"]).preview)
        end

        app.post "/api/rules/several" do
          allow!(:edit)
          json(SeveralRules.new(sent["rules"], sent["change"]).keep(sent["revision"], author))
        end

        app.post "/api/rules/consequences" do
          allow!(:read)
          rule = RulePlace.of(sent["rule"], PolicyStore.instance.pending.document)
          json(RulePreview.new(rule, {}, sight).consequences)
        end

        app.get "/api/rules/:id" do
          allow!(:read)
          json(shown(params["id"], policy_state))
        end

        app.put "/api/rules/:id" do
          allow!(:edit)
          unless sent["rule"]["id"] == params["id"]
            raise CobaltLedger::BadInput.at("/rule/id", "a rule keeps its identifier")
          end

          PolicyEditor.new(author).put(
            "rule", params["id"], RulePlace.of(sent["rule"], PolicyStore.instance.pending.document),
            if_match: if_match!
          )
          json(shown(params["id"]))
        end

        app.delete "/api/rules/:id" do
          allow!(:edit)
          PolicyEditor.new(author).put("rule", params["id"], nil, if_match: if_match!)
          json({})
        end
      end

      # Helpers of these routes.
      module Help
        def shown(id, state = PolicyStore.instance.pending)
          rule = state.policy.rules.find { |candidate| candidate.id == id } or
            raise Problem.new(404, "no-such-rule", "There is no rule “#{id}”")
          RuleView
            .new(state, PolicyStore.instance.in_force.document)
            .to_h(rule)
            .tap { |view| headers "etag" => view["etag"] }
        end
      end
    end
  end
end
