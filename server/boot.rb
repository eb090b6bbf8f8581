# frozen_string_literal: true

# Loads everything the server needs. Required by bin/serve.rb, the specs and the scripts in bin/.
require "cobalt_ledger"
require "active_record"
require "bcrypt"
require "sinatra/base"
require "securerandom"
require "yaml"
require "zeitwerk"

# What the solver leaves undecided is put to z3, where one is named.
CobaltLedger::Conditions::Solver::SecondOpinion.ask_at(ENV.fetch("COBALT_Z3", nil))

# The web server around the core: sign-in, storage, routes.
module Server
  ROOT = File.expand_path("..", __dir__)

  LOADER = Zeitwerk::Loader.new
  LOADER.push_dir(__dir__, namespace: Server)
  LOADER.collapse("#{__dir__}/models", "#{__dir__}/services", "#{__dir__}/http")
  LOADER.ignore("#{__dir__}/boot.rb", "#{__dir__}/migrations", "#{__dir__}/heavy/main.rb")
  LOADER.setup
end
