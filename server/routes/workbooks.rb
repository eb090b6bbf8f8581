# frozen_string_literal: true

module Server
  module Routes
    # Lists of the screens as workbooks: what comes is what the page shows, and goes back as a file.
    module Workbooks
      TYPE = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"

      def self.registered(app)
        app.post "/api/workbook" do
          signed_in!
          table = CobaltLedger::Formats::Workbook::Table.new(**sent.transform_keys(&:to_sym))
          content_type TYPE
          CobaltLedger::Formats::Workbook.write(table)
        end
      end
    end
  end
end
