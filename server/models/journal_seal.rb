# frozen_string_literal: true

module Server
  # A signature under the journal as far as it goes. The key stands in a file beside the database, or where
  # COBALT_JOURNAL_KEY says, and is made where there is none.
  class JournalSeal < ActiveRecord::Base
    class << self
      # Seals the last entry, unless it is sealed already. Returns the seal, nil where there is nothing to seal.
      def now
        number, digest = JournalEntry.order(id: :desc).limit(1).pluck(:id, :digest).first
        return nil if number.nil?

        find_by(number: number) || create!(
          number: number, digest: digest, created_at: Time.now,
          signature: CobaltLedger::Journal::Seal.make(key, number, digest).signature
        )
      rescue ActiveRecord::RecordNotUnique
        find_by(number: number)
      end

      # "4112:9f86d0…" of the newest, as bin/ledger verify-journal takes it; nil where there is none.
      def newest_in_words = order(:number).last&.then { |seal| "#{seal.number}:#{seal.digest}" }

      # Where the key is.
      def path = ENV["COBALT_JOURNAL_KEY"] || "#{connection_db_config.database}.journal-key.pem"

      private

      def key
        make_key unless File.exist?(path)
        OpenSSL::PKey.read(File.read(path))
      end

      # Two processes at once come to one key: the first to link it in place.
      def make_key
        beside = "#{path}.#{SecureRandom.hex(6)}"
        File.write(beside, OpenSSL::PKey.generate_key("ED25519").private_to_pem, perm: 0o600)
        File.link(beside, path)
      rescue Errno::EEXIST
        nil
      ensure
        FileUtils.rm_f(beside)
      end
    end
  end
end
