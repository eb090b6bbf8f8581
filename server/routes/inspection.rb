# frozen_string_literal: true

module Server
  module Routes
    # The map, the reasoning and the rehearsal: looking at the result as someone else.
    module Inspection
      def self.registered(app)
        app.post "/api/ask/who" do
          allow!(:read)
          json(Asking.new(asked_state, sent["question"].merge("field" => sent["field"]), sight).who)
        end

        app.post "/api/ask/what-for" do
          allow!(:read)
          json(Asking.new(asked_state, sent["question"].merge("field" => sent["field"]), sight).what_for)
        end

        app.post "/api/ask/modes" do
          allow!(:read)
          json(ModesAsked.new(asked_state, sent["question"], sent["fields"], sent["audiences"], sight).to_h)
        end

        app.helpers Help
        app.get "/api/map" do
          allow!(:read)
          json(MapView.new(policy_state, params, sight).to_h)
        end

        app.get "/api/map.csv" do
          allow!(:read)
          content_type "text/csv", charset: "utf-8", header: "present"
          map_file("csv")
        end

        app.get "/api/map.xlsx" do
          allow!(:read)
          content_type Workbooks::TYPE
          map_file("xlsx")
        end

        app.post "/api/matrix" do
          allow!(:read)
          json(KeptMatrix.new(asked_state, sent.except("state")).to_h)
        end

        app.post "/api/matrix/rules/preview" do
          allow!(:edit)
          json(RulesOfMatrix.new(sent).preview)
        end

        app.post "/api/matrix/rules" do
          allow!(:edit)
          json(RulesOfMatrix.new(sent.except("revision")).keep(sent["revision"], author))
        end

        app.post "/api/reasoning" do
          allow!(:read)
          json(ReasoningView.new(asked_state, sent["question"].merge("field" => sent["field"]), sight).to_h)
        end

        app.post "/api/evidence" do
          allow!(:read)
          everyone = sent["everyone"] == true
          evidence = Evidence.new(asked_state, sent["question"], sent["field"], sight, everyone: everyone)
          json(evidence.to_h.merge("by" => account.name))
        end

        app.post "/api/rehearsal" do
          allow!(:read)
          json(rehearsal.to_h(beside: sent["beside"], since: sent["since"]))
        end

        app.post "/api/rehearsal/save" do
          allow!(:read)
          json(rehearsal.try_save)
        end

        app.post "/api/rehearsal/question" do
          allow!(:read)
          json(rehearsal.document)
        end
      end

      # Helpers of these routes.
      module Help
        # The map as a file, with what it was made from. format: the name of a writer of maps, and the file's ending.
        def map_file(format)
          state = policy_state
          view = MapView.new(state, params, sight)
          attachment "access-map-#{view.question.record_type.id}-#{view.question.mode}.#{format}"
          source = "#{Provenance.of(state, params['state'] || 'in_force')}; #{view.asked}"
          CobaltLedger::Formats::MapWriter[format].write(view.map, source: source)
        end

        def asked_state = PolicyStore.instance.compiled(sent["state"] || "in_force")
        def rehearsal = Rehearsal.new(asked_state, sent["question"], sight, dismissed: sent["dismissed"] || [])
      end
    end
  end
end
