# frozen_string_literal: true

module Server
  # A finding that someone accepts, with a reason and an end. It holds for as long as the rules behind it do not
  # change: basis tells them from run to run.
  class Acceptance < ActiveRecord::Base
    # now_basis: digest of what the finding rests on now; today: Date.
    def holds?(now_basis, today) = basis == now_basis && (self.until.nil? || self.until >= today)

    def to_view
      { "reason" => reason, "by" => accepted_by, "until" => self.until&.iso8601, "at" => accepted_at.iso8601 }.compact
    end
  end
end
