# frozen_string_literal: true

module Server
  module Routes
    # What has been in force: editions, what lies between them, going back, and how one answer came about.
    module Editions
      def self.registered(app)
        app.helpers Help
        app.get "/api/editions" do
          allow!(:read)
          json(
            paged(Edition.order(number: :desc).to_a).then do |result|
              result.merge("items" => result["items"].map { |edition| EditionView.of(edition) })
            end
          )
        end

        app.get "/api/editions/compare" do
          allow!(:read)
          json(EditionComparison.new(params["from"], params["to"]).to_h)
        end

        app.get "/api/editions/:number/document" do
          allow!(:read)
          found = edition(params["number"])
          attachment "edition-#{found.number}.json"
          json(found.policy_document)
        end

        app.post "/api/editions/:number/restore" do
          allow!(:edit)
          json({ "id" => Restoring.new(author).restore(edition(params["number"]).number).id }, 201)
        end

        app.post "/api/history" do
          allow!(:read)
          json(CellHistory.new(sent["question"].merge("field" => sent["field"]), sight).to_h)
        end
      end

      # Helpers of these routes.
      module Help
        def edition(number)
          Edition.find_by(number: number.to_i) or
            raise Problem.new(404, "no-such-edition", "There is no edition #{number}")
        end
      end
    end
  end
end
