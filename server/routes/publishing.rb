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

        def change_findings = ChangeFindings.new(PolicyStore.instance.in_force, PolicyStore.instance.pending)

        # The same account is asked for by many; it is worked out once, by one after the other.
        def impact_view
          before = PolicyStore.instance.in_force
          after = PolicyStore.instance.pending
          IMPACT.synchronize do
            PolicyStore.instance.memory.fetch([:impact, before.key, after.key]) { impact(before, after) }
          end
        end

        def impact(before, after)
          found = impact_parts(before, after)
          lines = CobaltLedger::Changes::Merging.of(found.flat_map(&:first))
          wording = CobaltLedger::Changes::Wording.new([before.policy, after.policy], after.directory)
          {
            "people" => lines.flat_map(&:people).uniq.size, "total" => lines.size,
            "lines" =>
              lines
                .sort_by { |line| [opens?(line) ? 0 : 1, -line.people.size, line.field] }
                .first(IMPACT_LIMIT)
                .group_by { |line| line.to_h.except(:mode, :example) }
                .map { |_, same| impact_line(same, [after.policy, before.policy], wording) },
            "undecided" => wording.not_told(found.flat_map(&:last))
          }
        end

        # Record type by record type: one that no edit has touched since is not worked out again.
        def impact_parts(before, after)
          comparison = CobaltLedger::Changes::Comparison.new(before.engine, after.engine, since: Time.now)
          old, new = [before, after].map { |state| AuditDigests.of(state) }
          comparison.record_types.map { |id| PARTS.fetch([old[id], new[id]]) { comparison.of(id) } }
        end

        # Does somebody see or may change more?
        def opens?(line) = line.direction.intersect?(["sees more", "may change more"])

        # lines: what is the same in several modes.
        def impact_line(lines, policies, wording)
          line = lines.first
          types = policies.filter_map { |policy| policy.record_type(line.record_type) }
          {
            "record_type" => types.first.name, "record_type_id" => line.record_type,
            "field" => types.filter_map { |type| type.field(line.field) }.first.name, "field_id" => line.field,
            "modes" => lines.map(&:mode), "channels" => line.channels,
            "units" => line.units.map { |id| PolicyStore.instance.directory.name_of(:unit, id) },
            "before" => line.before&.state&.level, "after" => line.after&.state&.level,
            "before_words" => wording.answer(line.before), "after_words" => wording.answer(line.after),
            "direction" => line.direction, "opens" => opens?(line),
            "when" => "#{wording.under(line)}#{wording.span(line)}", "who" => wording.who(line.people),
            "people" => line.people.size, "names" => line.people.first(5).map { |id| wording.who([id]) },
            "example" => line.example.to_h.except("form")
          }.compact
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
