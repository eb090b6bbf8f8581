# frozen_string_literal: true

module Server
  # What a page has chosen, sent along with each of its requests.
  module Chosen
    module_function

    # The change set it stands on: the number in the header Change-Set, nil for the one that is theirs by default.
    # env: Rack environment. Raises Problem.
    def change_set(env)
      text = env["HTTP_CHANGE_SET"] or return nil
      return text.to_i if text.match?(/\A[1-9]\d{0,8}\z/)

      raise Problem.new(400, "bad-input", "The header Change-Set must be the number of a change set")
    end
  end
end
