# frozen_string_literal: true

module Server
  # A suggestion that someone has dismissed on a record. offer: key of a CobaltLedger Decision::Offer.
  class Dismissal < ActiveRecord::Base
    # Keys of the offers a person has dismissed on a record: Array of String.
    def self.keys_of(record, person) = where(record_id: record.id, person: person).pluck(:offer)
  end
end
