# frozen_string_literal: true

module Server
  module Routes
    # What a change set does to whom, and the editions made of it.
    module Publishing
      def self.registered(app)
        app.helpers Help
        app.get "/api/change-set/impact" do
          allow!(:read)
          json(impact_view)
        end

        app.get "/api/change-set/findings" do
          allow!(:read)
          json(change_findings.to_h)
        end

        app.post "/api/change-set/publish" do
          allow!(:publish)
          published =
            Publisher.new(author).publish(
              revision: sent["revision"], note: sent["note"] || "", edition: sent["edition"]
            ) { change_findings.known!(sent["known"] || [], proved: sent["proved"]) }
          json(edition_view(published), 201)
        end

        app.get "/api/editions" do
          allow!(:read)
          json(
            paged(Edition.order(number: :desc).to_a).then do |result|
              result.merge("items" => result["items"].map { |edition| edition_view(edition) })
            end
          )
        end
      end

      # Helpers of these routes.
      module Help
        def change_findings = ChangeFindings.new(PolicyStore.instance.in_force, PolicyStore.instance.pending)

        def impact_view = ImpactView.of(PolicyStore.instance.in_force, PolicyStore.instance.pending)

        def edition_view(edition)
          {
            "number" => edition.number, "sha256" => edition.sha256, "note" => edition.note,
            "published_by" => edition.published_by, "published_at" => edition.published_at.iso8601
          }
        end
      end
    end
  end
end
