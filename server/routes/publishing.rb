# frozen_string_literal: true

module Server
  module Routes
    # The change set, what it does to whom, and the editions made of it.
    module Publishing
      # Lines of an impact sent at most.
      IMPACT_LIMIT = 2_000

      # One account is worked out at a time, and its parts are remembered.
      IMPACT = Mutex.new
      PARTS = CobaltLedger::Memory.new(100)

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

        app.delete "/api/change-set/edits/:id" do
          allow!(:edit)
          PolicyEditor.new(author).revert(params["id"])
          json(change_set_view)
        end

        app.post "/api/change-set/publish" do
          allow!(:publish)
          json(
            edition_view(
              PolicyEditor.new(author).publish(
                revision: sent["revision"], note: sent["note"] || "", edition: sent["edition"]
              )
            ),
            201
          )
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
              account.of(change).merge(
                "id" => edit.id, "kind" => edit.kind, "subject" => edit.subject, "verb" => change.verb,
                "author" => edit.author, "at" => edit.updated_at.iso8601
              )
            end
          {
            "name" => change_set.name, "base_edition" => change_set.base_edition, "revision" => change_set.revision,
            "edits" => edits
          }
        end

        # The same account is asked for by many; it is worked out once, by one after the other.
        def impact_view
          before = PolicyStore.instance.in_force
          after = PolicyStore.instance.pending
          IMPACT.synchronize do
            PolicyStore.instance.memory.fetch([:impact, before.key, after.key]) { impact(before, after) }
          end
        end

        def impact(before, after)
          lines = impact_lines(before, after)
          {
            "people" => lines.flat_map(&:users).uniq.size,
            "total" => lines.size,
            "lines" =>
              lines
                .sort_by { |line| [-line.users.size, line.field] }
                .first(IMPACT_LIMIT)
                .map { |line| impact_line(line, after) }
          }
        end

        # Record type by record type: one that no edit has touched since is not worked out again.
        def impact_lines(before, after)
          impact = CobaltLedger::Changes::Impact.new(before.engine, after.engine)
          old, new = [before, after].map { |state| AuditDigests.of(state) }
          (new.keys & old.keys).flat_map { |id| PARTS.fetch([old[id], new[id]]) { impact.lines_of(id) } }
        end

        def impact_line(line, store)
          type = store.policy.record_type(line.record_type)
          names = line.users.first(5).map { |id| store.directory.name_of(:user, id) }
          {
            "record_type" => type.name, "field" => type.field(line.field).name, "field_id" => line.field,
            "mode" => line.mode, "units" => line.units.map { |id| store.directory.name_of(:unit, id) },
            "before" => line.before.join("|"), "after" => line.after.join("|"), "direction" => line.direction,
            "people" => line.users.size, "names" => names, "record_type_id" => line.record_type
          }
        end

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
