# frozen_string_literal: true

module Server
  # Headers that keep a browser from doing what the pages never need.
  class SecurityHeaders
    # Styles are written into the page by the component library; scripts never are.
    HEADERS = {
      "content-security-policy" => "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; " \
                                   "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'",
      "x-content-type-options" => "nosniff", "referrer-policy" => "no-referrer", "x-frame-options" => "DENY"
    }.freeze

    def initialize(app) = @app = app

    # As a Rack application.
    def call(env)
      status, headers, body = @app.call(env)
      [status, headers.merge(HEADERS), body]
    end
  end
end
