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

      # verdicts: Hash of digest to JSON-ready Hash. Returns them as `known` does.
      def keep(verdicts)
        texts = verdicts.transform_values { |verdict| JSON.generate(CobaltLedger::CanonicalJson.plain(verdict)) }
        texts.each_slice(200) do |some|
          insert_all(some.map { |digest, text| { digest: digest, verdict: text, created_at: Time.now } })
        end
        drop_old(texts.size)
        texts.to_h { |digest, text| [digest, MEMORY.keep(digest, JSON.parse(text))] }
      end

      private

      # Now and then: added is how many have come.
      def drop_old(added)
        old = maximum(:id).to_i - KEPT
        where(id: ..old).delete_all if old.positive? && (old % 100) < added
      end
    end
  end
end
