# frozen_string_literal: true

module Server
  # What came of checking an expectation. digest: of all that it depends on; verdict: JSON.
  class KeptAnswer < ActiveRecord::Base
    # Answers that are remembered, and kept, at most.
    MEMORY = CobaltLedger::Memory.new(20_000)
    KEPT = 20_000

    class << self
      # Hash of digest to verdict (Hash), of those that are known. digests: Array.
      def known(digests)
        found = digests.to_h { |digest| [digest, MEMORY[digest]] }.compact
        (digests - found.keys).each_slice(500) do |some|
          where(digest: some).pluck(:digest, :verdict).each do |digest, text|
            found[digest] = MEMORY.keep(digest, JSON.parse(text))
          end
        end
        found
      end

      # verdicts: Hash of digest to JSON-ready Hash.
      def keep(verdicts)
        rows = verdicts.map do |digest, verdict|
          { digest: digest, verdict: JSON.generate(CobaltLedger::CanonicalJson.plain(verdict)), created_at: Time.now }
        end
        rows.each_slice(200) { |some| insert_all(some) }
        old = maximum(:id).to_i - KEPT
        where(id: ..old).delete_all if old.positive? && (old % 100) < rows.size
      end
    end
  end
end
