# frozen_string_literal: true

# The worker: runs the application on a Unix socket until its input ends. Started by Server::Heavy::Worker.
# Usage: ruby heavy_main.rb DATABASE SOCKET
require_relative "boot"
require "puma"
require "puma/server"
require "puma/log_writer"

database, socket = ARGV
# Ends at once with the server that started it, whatever happened to that.
Thread.new do
  $stdin.read
  exit!(0)
end

Server::Database.connect(database)
Server.load_all
Server::Heavy::Setting.inside = true
# Jobs are worked off by the process that the server has started for them.
Server::Job.wake = -> {}
# The worker is asked by the server alone, over a socket that no one else can reach.
Server::ClientAddress.told_by_server = true
deadline = Server::Heavy::Deadline.new(Server::Application)
puma =
  Puma::Server.new(
    deadline, nil, min_threads: 1, max_threads: Server::Heavy::Relay::TOTAL + 2, enable_keep_alives: false,
                   environment: "production", log_writer: Puma::LogWriter.new(StringIO.new, $stderr)
  )
puma.add_unix_listener(socket, 0o177)
running = puma.run
$stdout.puts "ready"
$stdout.flush
Server::Weight.watch { !deadline.busy? }
running.join
