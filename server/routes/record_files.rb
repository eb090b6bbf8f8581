# frozen_string_literal: true

module Server
  module Routes
    # Records out of the application and into it, as files, under enforcement.
    module RecordFiles
      TYPES = { "csv" => "text/csv", "json" => "application/json", "xlsx" => Workbooks::TYPE }.freeze

      def self.registered(app)
        app.helpers Help
        app.get "/api/records/:type/export" do
          relay if Record.where(record_type: params["type"]).count > RecordList::LIGHT
          type = visitor.record_type(params["type"])
          format = params["format"] || "csv"
          search = params["search"].to_s
          only = search.strip.empty? ? nil : RecordDesk.new(visitor).list(type.id).found(search)
          taken = RecordExport.new(visitor, type, after: params["after"], only: only)
          text = taken.write(format, by: author)
          format == "xlsx" ? content_type(TYPES[format]) : content_type(TYPES.fetch(format), charset: "utf-8")
          attachment "#{[type.id, *part(taken, format)].join('-')}.#{format}"
          text
        end

        app.post "/api/records/:type/import/preview" do
          allow!(:record)
          importing, read_as = record_import
          lines = importing.preview
          counts = lines.map(&:verb).tally
          json(
            "rows" => lines.map(&:to_view), "refused" => lines.count { |line| line.refusals.any? },
            "new" => counts.fetch("new", 0), "changed" => counts.fetch("change", 0), "same" => counts.fetch("same", 0),
            **(read_as ? { "read_as" => read_as } : {})
          )
        end

        app.post "/api/records/:type/import" do
          allow!(:record)
          lines = record_import.first.store
          json({ "stored" => lines.count { |line| line.verb != "same" } }, 201)
        end
      end

      # Helpers of these routes.
      module Help
        # What the name of a file says that holds a part of the records; where the next is, a link says (RFC 8288).
        def part(taken, format)
          after = taken.next_after
          if after
            query = Rack::Utils.build_query({ "format" => format, "after" => after,
                                              "search" => params["search"] }.compact)
            headers "link" => "<#{request.path}?#{query}>; rel=\"next\""
          end
          [*(params["after"] && ["after", params["after"]]), *(after && ["to", after])]
            .map { |part| part.gsub(/[^\p{Alnum}.-]/, "_") }
        end

        # [RecordImport, how a CSV was read or nil]
        def record_import
          importer = Visitor.new(visitor.person, channel: "import", network: client_address, scope: token&.scope)
          type = importer.record_type(params["type"])
          text = sent["content"].unpack1("m0")
          read = RecordRows.new(text, sent["format"], type, importer.state.directory,
                                separator: sent["separator"], encoding: sent["encoding"])
          [RecordImport.new(importer, type, read.read, by: author), read.read_as]
        rescue ArgumentError
          raise CobaltLedger::BadInput.at("/content", "must be Base64")
        end
      end
    end
  end
end
