# frozen_string_literal: true

module Server
  module Routes
    # What the shell shows on every page.
    module Overview
      def self.registered(app)
        app.get "/api/overview" do
          allow!(:read)
          change_set, gone = chosen
          edition = Edition.newest
          json(
            "policy" => PolicyStore.instance.in_force.policy.name,
            "edition" => {
              "number" => edition.number, "sha256" => edition.sha256, "published_at" => edition.published_at.iso8601,
              "published_by" => edition.published_by
            },
            "change_set" => {
              "id" => change_set.id, "name" => change_set.name, "edits" => change_set.edits.count,
              "revision" => change_set.revision
            },
            "change_sets" => ChangeSetView.list,
            "findings" => FindingsView.new(PolicyStore.instance.pending(change_set), change_set.state_name).standing,
            "expectations" => Kept.of(change_set).standing,
            "proving" => AuditRuns.proving?(change_set.state_name),
            "to_sign" => Signing.new(account).waiting.map { |set| { "id" => set.id, "name" => set.name } },
            "held_pushes" => PushedResource.where(held: true).count,
            "people" => PolicyStore.instance.directory.users.size, **gone
          )
        end
        app.helpers Help
      end

      # Helpers of this route.
      module Help
        # [the ChangeSet chosen, {}], or where that is open no more, [the one by default, {"gone" => in words}].
        def chosen
          [ChangeSet.current, {}]
        rescue Problem => e
          Current.change_set = nil
          [ChangeSet.current, { "gone" => e.message }]
        end
      end
    end
  end
end
