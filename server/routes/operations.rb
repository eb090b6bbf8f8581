# frozen_string_literal: true

module Server
  module Routes
    # For whoever runs the server: is it up, can it work, and its figures.
    module Operations
      # Who shows this token may read the figures; where none is set, no one may.
      TOKEN = "COBALT_METRICS_TOKEN"

      def self.registered(app)
        app.get "/health" do
          content_type :text
          "ok\n"
        end

        app.get "/ready" do
          content_type :text
          raise Problem.new(503, "not-ready", "No edition is in force yet") unless Edition.newest

          "ready\n"
        end

        app.get "/metrics" do
          wanted = ENV.fetch(TOKEN, "")
          raise Sinatra::NotFound if wanted.empty?

          shown = request.env["HTTP_AUTHORIZATION"].to_s.delete_prefix("Bearer ")
          unless Rack::Utils.secure_compare(shown, wanted)
            raise Problem.new(401, "no-such-token", "Show the token that #{TOKEN} holds",
                              headers: { "www-authenticate" => "Bearer" })
          end
          content_type Metrics::TYPE
          Metrics.text
        end
      end
    end
  end
end
