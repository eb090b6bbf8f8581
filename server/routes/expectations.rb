# frozen_string_literal: true

module Server
  module Routes
    # Questions kept with their answers, and claims about every record: part of the policy, edited in a change set.
    module Expectations
      def self.registered(app)
        app.helpers Help
        app.get "/api/expectations" do
          allow!(:read)
          json("items" => expectations(policy_state))
        end

        app.post "/api/expectations/draft" do
          allow!(:read)
          json(ExpectationDraft.new(asked_state, sent["question"], sent["field"], sight).to_h)
        end

        app.post "/api/expectations/try" do
          allow!(:read)
          CobaltLedger::Formats::Schema.check!("expectation", sent["expectation"])
          checker = CobaltLedger::Expectations::Checker.new(asked_state.engine, at: asked_state.moment || Time.now)
          json(checker.check(sent["expectation"]).to_h)
        end

        app.put "/api/expectations/:id" do
          allow!(:edit)
          unless sent["expectation"]["id"] == params["id"]
            raise CobaltLedger::BadInput.at("/expectation/id", "an expectation keeps its identifier")
          end

          PolicyEditor.new(author).put("expectation", params["id"], sent["expectation"],
                                       if_match: request.env["HTTP_IF_MATCH"])
          json({})
        end

        app.delete "/api/expectations/:id" do
          allow!(:edit)
          PolicyEditor.new(author).put("expectation", params["id"], nil, if_match: if_match!)
          json({})
        end
      end

      # Helpers of these routes.
      module Help
        # Each with how it stands, its version, and whether it is in force.
        def expectations(state)
          verdicts = Kept.new(state).verdicts.to_h { |each| [each["id"], each] }
          in_force = (PolicyStore.instance.in_force.document["expectations"] || []).to_h { |each| [each["id"], each] }
          (state.document["expectations"] || []).map do |document|
            sentence = CobaltLedger::Changes::ExpectationSentence.new(document, state.policy, state.directory).to_s
            { "expectation" => document, "etag" => PolicyEditor.etag(document), "sentence" => sentence,
              "verdict" => verdicts[document["id"]],
              "status" => in_force[document["id"]]&.then { |old| old == document ? "in_force" : "changed" } || "added" }
          end
        end
      end
    end
  end
end
