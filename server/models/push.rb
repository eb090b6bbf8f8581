# frozen_string_literal: true

module Server
  # One request of an identity provider that changed something, or what somebody decided of one that was held back.
  # asked: in words; altered: what it changed in the directory, as DirectoryChanges tells it; sentences: what that does
  # to whom; held: names of what was held back; left_out: names of attributes of which nothing is kept.
  class Push < ActiveRecord::Base
    LISTS = %w[altered sentences held left_out].freeze

    # What is kept of one push, of each list.
    MOST = 60

    # The last, as a mark of how far things are: Integer.
    def self.mark = maximum(:id).to_i

    # Writes one. altered: Hash of Array; the others: Array.
    def self.note(altered:, sentences:, held:, left_out:, **given)
      create!(altered: JSON.generate(altered.transform_values { |list| list.first(MOST) }), created_at: Time.now,
              sentences: JSON.generate(sentences.first(MOST)), held: JSON.generate(held.first(MOST)),
              left_out: JSON.generate(left_out.first(MOST)), **given)
    end

    # As it is sent.
    def to_view
      { "id" => id, "by" => actor, "asked" => asked, "at" => created_at.iso8601,
        **LISTS.to_h { |list| [list, JSON.parse(self[list])] } }
    end
  end
end
