# frozen_string_literal: true

module Server
  module Routes
    # Files in: first a preview, then, with its token, the import itself.
    module Imports
      def self.registered(app)
        app.helpers Help
        app.post "/api/imports/preview" do
          allow!(:import)
          json(importing.preview)
        end

        app.post "/api/imports" do
          allow!(:import)
          token = sent["token"] or raise CobaltLedger::BadInput.at("/token", "send the token of the preview")
          json(importing.apply(token))
        end
      end

      # Helpers of these routes.
      module Help
        def importing
          content = sent["content"].unpack1("m0")
          Importing.new(sent["kind"], content, sent.except("kind", "content", "token"), author)
        rescue ArgumentError
          raise CobaltLedger::BadInput.at("/content", "is not base64")
        end
      end
    end
  end
end
