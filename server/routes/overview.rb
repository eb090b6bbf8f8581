# frozen_string_literal: true

module Server
  module Routes
    # What the shell shows on every page.
    module Overview
      def self.registered(app)
        app.get "/api/overview" do
          allow!(:read)
          change_set = ChangeSet.current
          edition = Edition.newest
          json(
            "policy" => PolicyStore.instance.in_force.policy.name,
            "edition" => {
              "number" => edition.number, "published_at" => edition.published_at.iso8601,
              "published_by" => edition.published_by
            },
            "change_set" => {
              "name" => change_set.name, "edits" => change_set.edits.count, "revision" => change_set.revision
            },
            "findings" => FindingsView.new(PolicyStore.instance.pending, "pending").standing,
            "proving" => AuditRuns.proving?("pending"),
            "people" => PolicyStore.instance.directory.users.size
          )
        end
      end
    end
  end
end
