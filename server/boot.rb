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
  LOADER = Zeitwerk::Loader.new
  LOADER.push_dir(__dir__, namespace: Server)
  LOADER.collapse(*%w[base models services services/* http].map { |folder| "#{__dir__}/#{folder}" })
  LOADER.ignore(*%w[boot.rb migrations heavy_main.rb jobs_main.rb].map { |name| "#{__dir__}/#{name}" })
  LOADER.enable_reloading if ENV["COBALT_RELOAD"]
  LOADER.setup

  # What loads the files, for registries that have to know all their members.
  def self.loader = LOADER

  # Reads all files, before there is more than one thread to read them.
  def self.load_all = [CobaltLedger::LOADER, LOADER].each(&:eager_load)
end
