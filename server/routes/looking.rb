# frozen_string_literal: true

module Server
  module Routes
    # The map, the reasoning and the rehearsal: looking at the result as somebody else.
    module Looking
      def self.registered(app)
        app.helpers Help
        app.get "/api/map" do
          allow!(:read)
          json(MapView.new(policy_state, params).to_h)
        end

        app.get "/api/map.csv" do
          allow!(:read)
          view = MapView.new(policy_state, params)
          content_type "text/csv", charset: "utf-8", header: "present"
          attachment "access-map-#{view.question.record_type.id}-#{view.question.mode}.csv"
          CobaltLedger::Formats::MapCsv.write(view.map)
        end

        app.post "/api/reasoning" do
          allow!(:read)
          json(ReasoningView.new(asked_state, sent["question"].merge("field" => sent["field"])).to_h)
        end

        app.post "/api/rehearsal" do
          allow!(:read)
          question = rehearsed
          decision = asked_state.engine.decide(question)
          json("form" => FormView.new(decision, asked_state.directory, ghosts: true).to_h, "person" => question.principals.title,
               "roles" => question.principals.ids(:role).map { |id| asked_state.directory.name_of(:role, id) })
        end

        app.post "/api/rehearsal/save" do
          allow!(:read)
          question = rehearsed
          verdict = CobaltLedger::Decisions::Saving.new(asked_state.engine).judge(question.with(entered: {}), question.entered)
          json("accepted" => verdict.accepted, "refusals" => verdict.refusals.map { |refusal| refusal.to_h.transform_keys(&:to_s) })
        end
      end

      # Helpers of these routes.
      module Help
        def asked_state = PolicyStore.instance.state(sent["state"] || "in_force")

        # What is rehearsed is met as a person; an audience has no form of its own.
        def rehearsed
          QuestionReader.new(asked_state).read(sent["question"])
        end
      end
    end
  end
end
