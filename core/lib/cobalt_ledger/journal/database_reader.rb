# frozen_string_literal: true

module CobaltLedger
  module Journal
    # Reads the journal out of a database file, without the application that keeps it, and without writing anything.
    class DatabaseReader
      COLUMNS = (Chain::MEMBERS + ["digest"]).freeze

      # path: of the SQLite file. Raises BadInput where it can't be read.
      def initialize(path)
        require "sqlite3"
        raise BadInput.at("--database", "there is no file “#{path}”") unless File.file?(path)

        @database = SQLite3::Database.new(path, readonly: true)
        @database.busy_timeout = 5_000
      rescue LoadError
        raise BadInput.at("--database", "the sqlite3 gem, which reads the file, is not installed")
      end

      # The Chain::Report. seen: as of Chain.verify.
      def verify(seen = {})
        # One state of the file from the first entry to the last, whoever writes meanwhile.
        @database.transaction do
          found = seals
          Chain.verify(entries, anchor: anchor, seen: found.to_h { |seal| [seal.number, seal.digest] }.merge(seen))
            .tap { |report| report.seals = found }
        end
      rescue SQLite3::Exception => e
        raise BadInput.at("--database", "is no database with a journal: #{e.message}")
      end

      # The first edition of the policy that the journal does not tell of as it is, as text; nil where there is none.
      # Editions that were published before what is there of the journal are left out.
      def untold_edition
        told = @database.execute("SELECT details FROM journal_entries WHERE kind = 'published'").map do |details,|
          JSON.parse(details).values_at("edition", "sha256")
        end
        first = @database.get_first_value("SELECT min(at) FROM journal_entries")
        number, = editions(first).find { |edition| !told.include?(edition) }
        number && "edition #{number} has been published, and the journal does not tell of it"
      end

      private

      # [number, SHA-256] of editions. since: moment of the first entry, nil where there is none.
      def editions(since)
        return [] unless table?("editions")

        rows = @database.execute("SELECT number, sha256, published_at FROM editions ORDER BY number")
        rows.reject { |_, _, at| since && at.tr(" ", "T") < since.chop && anchor }.map { |row| row.first(2) }
      end

      def table?(name) = !@database.get_first_value("SELECT 1 FROM sqlite_master WHERE name = ?", [name]).nil?

      # Array of Seal.
      def seals
        return [] unless table?("journal_seals")

        sql = "SELECT number, digest, signature FROM journal_seals WHERE number > ? ORDER BY number"
        @database.execute(sql, [anchor&.first.to_i]).map { |row| Seal.new(*row) }
      end

      def entries
        Enumerator.new do |found|
          @database.prepare("SELECT #{COLUMNS.join(', ')} FROM journal_entries ORDER BY id") do |statement|
            statement.each { |row| found << COLUMNS.zip(row).to_h }
          end
        end
      end

      def anchor = @database.get_first_row("SELECT through, digest FROM journal_anchors ORDER BY id DESC LIMIT 1")
    end
  end
end
