# frozen_string_literal: true

module Server
  # The token that a request shows (RFC 6750).
  module Bearer
    SHOWN = %r{\ABearer ([A-Za-z0-9\-._~+/]+=*)\z}
    private_constant :SHOWN

    module_function

    # env: Rack environment. Returns the secret, or nil.
    def secret(env) = env["HTTP_AUTHORIZATION"].to_s[SHOWN, 1]

    # For a secret that lets no one in: Problem.
    def refused
      Problem.new(401, "no-such-token", "The token is unknown, revoked or expired",
                  headers: { "www-authenticate" => "Bearer error=\"invalid_token\"" })
    end
  end
end
