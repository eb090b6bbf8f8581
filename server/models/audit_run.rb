# frozen_string_literal: true

module Server
  # One run of the audit. state: "in_force" or "pending"; subject: what exactly was audited; parts: digest of what each
  # record type's findings depend on, JSON; what was found is with the parts.
  class AuditRun < ActiveRecord::Base
    def self.latest(state) = where(state: state).order(id: :desc).first
    def self.latest_done(state) = where(state: state, status: "done").order(id: :desc).first

    # Digests of the parts that the latest runs of both states stand on.
    def self.in_use = %w[in_force pending].flat_map { |state| latest_done(state)&.proved_parts&.values || [] }

    # Runs that a stopped server left behind. Nothing else is touched.
    def self.break_off_running = where(status: "running").update_all(status: "broken_off", finished_at: Time.now)

    def proved_parts = parts ? JSON.parse(parts) : {}

    def to_view
      { "id" => id, "status" => status, "done" => done, "total" => total, "proved" => proved, "looking_at" => looking_at, "started_by" => started_by,
        "started_at" => started_at.iso8601, "finished_at" => finished_at&.iso8601 }.compact
    end
  end
end
