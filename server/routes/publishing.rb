# frozen_string_literal: true

module Server
  module Routes
    # What a change set does to whom, and making an edition of it.
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

        app.get "/api/change-set/approval" do
          allow!(:read)
          json(approval(ChangeSet.current))
        end

        app.post "/api/change-set/ask" do
          allow!(:edit)
          json(approval(Signing.new(account).ask(sent["digest"], sent["words"] || "")))
        end

        app.post "/api/change-set/approve" do
          allow!(:approve)
          json(approval(Signing.new(account).approve(sent["digest"], sent["words"] || "")))
        end

        app.post "/api/change-set/send-back" do
          allow!(:approve)
          json(approval(Signing.new(account).send_back(sent["digest"], sent["words"] || "")))
        end

        app.get "/api/change-set/comments" do
          allow!(:read)
          json("items" => ChangeSet.current.comments.map { |comment| comment_view(comment) })
        end

        app.post "/api/change-set/comments" do
          allow!(:read)
          set = Signing.new(account).comment(sent["edit"], sent["words"])
          json({ "items" => set.comments.reload.map { |comment| comment_view(comment) } }, 201)
        end

        app.get "/api/change-set/expectations" do
          allow!(:read)
          json("items" => Kept.of(ChangeSet.current).verdicts)
        end

        app.put "/api/change-set/moment" do
          allow!(:publish)
          at = CobaltLedger::Catalogue::Kinds::DateTime.parse(sent["at"], nil)
          set = Due.set(account, at: at, note: sent["note"] || "", known: sent["known"] || [],
                                 revision: sent["revision"])
          json("publish_at" => set.publish_at.iso8601)
        rescue CobaltLedger::Catalogue::Kind::Unsuitable => e
          raise CobaltLedger::BadInput.at("/at", e.message)
        end

        app.delete "/api/change-set/moment" do
          allow!(:publish)
          Due.unset(account)
          json({})
        end

        app.post "/api/change-set/publish" do
          allow!(:publish)
          published =
            Publication.new(author, account.id).publish(
              revision: sent["revision"], note: sent["note"] || "", edition: sent["edition"],
              known: sent["known"] || [], proved: sent["proved"], digest: sent["digest"]
            )
          json(EditionView.of(published), 201)
        end
      end

      # Helpers of these routes.
      module Help
        def approval(set) = ApprovalStanding.new(set.reload).to_h(account)

        def comment_view(comment)
          { "id" => comment.id, "edit" => comment.edit_id, "words" => comment.words, "author" => comment.author,
            "at" => comment.created_at.iso8601 }.compact
        end

        def change_findings = ChangeFindings.new(PolicyStore.instance.in_force, PolicyStore.instance.pending)

        def impact_view = ImpactView.of(PolicyStore.instance.in_force, PolicyStore.instance.pending)
      end
    end
  end
end
