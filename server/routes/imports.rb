# frozen_string_literal: true

module Server
  module Routes
    # Files in: first a preview, then, with its token, the import itself.
    module Imports
      def self.registered(app)
        app.helpers Help
        app.post "/api/imports/preview" do
          allow!(:import)
          large? ? json(started, 202) : json(importing.preview)
        end

        app.post "/api/imports" do
          allow!(:import)
          token = sent["token"] or raise CobaltLedger::BadInput.at("/token", "send the token of the preview")
          large? ? json(started, 202) : json(importing.apply(token))
        end

        app.get "/api/imports/templates/:kind" do
          allow!(:import)
          name, text = CobaltLedger::Formats::Templates::ALL[params["kind"]]
          name or raise Problem.new(404, "not-found", "There is no template for “#{params['kind']}”")
          content_type "text/plain", charset: "utf-8"
          attachment name
          text
        end

        app.get "/api/imports/:id" do
          allow!(:import)
          json(ImportRuns.view(ImportRuns.find(params["id"], account)))
        end

        app.delete "/api/imports/:id" do
          allow!(:import)
          json(ImportRuns.cancel(ImportRuns.find(params["id"], account)))
        end
      end

      # Helpers of these routes.
      module Help
        def importing = Importing.new(sent["kind"], content, sent.except("kind", "content", "token"), author)

        # Begun as a job. Refused at once is what is too large, or no file.
        def started
          importing
          ImportRuns.start(sent, content, account: account, by: author)
        end

        def large? = content.bytesize > ImportRuns::LARGE

        def content
          @content ||= sent["content"].unpack1("m0")
        rescue ArgumentError
          raise CobaltLedger::BadInput.at("/content", "is not base64")
        end
      end
    end
  end
end
