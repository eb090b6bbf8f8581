# frozen_string_literal: true

module Server
  # Where things lie.
  module Paths
    # The folder of the whole project.
    ROOT = File.expand_path("../..", __dir__)
  end
end
