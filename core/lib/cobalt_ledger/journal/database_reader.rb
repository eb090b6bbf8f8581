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
        @database.transaction { Chain.verify(entries, anchor: anchor, seen: seen) }
      rescue SQLite3::Exception => e
        raise BadInput.at("--database", "is no database with a journal: #{e.message}")
      end

      private

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
