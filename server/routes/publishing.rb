# frozen_string_literal: true

module Server
  module Routes
    # The change set, what it does to whom, and the editions made of it.
    module Publishing
      def self.registered(app)
        app.helpers Help
        app.get "/api/change-set" do
          allow!(:read)
          json(change_set_view)
        end

        app.get "/api/change-set/impact" do
          allow!(:read)
          json(impact_view)
        end

        app.get "/api/change-set/findings" do
          allow!(:read)
          json(change_findings.to_h)
        end

        app.delete "/api/change-set/edits/:id" do
          allow!(:edit)
          PolicyEditor.new(author).revert(params["id"])
          json(change_set_view)
        end

        app.post "/api/change-set/publish" do
          allow!(:publish)
          published =
            PolicyEditor.new(author).publish(
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
        def change_set_view
          change_set = ChangeSet.current
          store = PolicyStore.instance
          account = CobaltLedger::Changes::Account.new(store.in_force.policy, store.pending.policy, store.directory)
          edits =
            change_set.edits.map do |edit|
              change = edit.to_change
              told = account.of(change)
              told.merge(
                "lines" => told["lines"] + carried(edit, store.pending), "id" => edit.id, "kind" => edit.kind,
                "subject" => edit.subject, "verb" => change.verb, "author" => edit.author,
                "at" => edit.updated_at.iso8601
              )
            end
          {
            "name" => change_set.name, "base_edition" => change_set.base_edition, "revision" => change_set.revision,
            "edits" => edits
          }
        end

        def carried(edit, state)
          type = edit.kind == "record_type" && state.policy.record_type(edit.subject)
          type ? CarriedValues.new(type, edit.carried).words : []
        end

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
