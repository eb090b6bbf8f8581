# frozen_string_literal: true

# The server of bin/dev: everything in one process, and what was changed is read anew before the next request.
ENV["COBALT_RELOAD"] = "yes"
require "optparse"
require_relative "../server/boot"
require "puma"
require "puma/server"
require "rack/common_logger"

port = 4600
OptionParser.new { |parser| parser.on("--port N", Integer) { |value| port = value } }.parse!

# Reads the code anew when a file of it has changed, both parts together: the one holds on to constants of the other.
class Reloading
  FILES = %w[core/lib server core/schema docs].map { |folder| File.join(Server::Paths::ROOT, folder, "**", "*.*") }

  def initialize
    @known = state
    @lock = Mutex.new
  end

  def call(env)
    @lock.synchronize { reload unless state == @known }
    Server::Application.call(env)
  end

  private

  # What the files are like: names with the moments of their last change.
  def state = FILES.flat_map { |pattern| Dir[pattern] }.to_h { |path| [path, File.mtime(path)] }

  def reload
    @known = state
    [CobaltLedger::LOADER, Server::LOADER].each(&:reload)
    warn "read anew"
  end
end

database = File.join(Server::Paths::ROOT, "var", "demo.sqlite3")
Server::Database.open(database)
Server::DemoData.load
Server::Setup.prepare
server = Puma::Server.new(Rack::CommonLogger.new(Reloading.new, $stdout), nil, min_threads: 1, max_threads: 5)
server.add_tcp_listener("127.0.0.1", port)
puts "The API is at http://127.0.0.1:#{port}; sign in as mairin with #{Server::DemoData::PASSWORD}"
server.run.join
