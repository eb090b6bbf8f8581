# frozen_string_literal: true

# The decision route under load on the loopback address, beside a bare Sinatra route that returns a stored JSON text of
# the same size.
module RouteBench
  SECONDS = 4
  CLIENTS = 4

  module_function

  def run(report)
    Dir.mktmpdir do |folder|
      Server::Database.open(File.join(folder, "bench.sqlite3"))
      Server::DemoData.load
      serve(Server::Application) do |port|
        with_session(port) { |headers| @decisions = measure(port, "/api/records/outgoing-loan/form", headers) }
      end
      size = @decisions[:size]
      bare =
        Sinatra.new do
          set :environment, :production
          set :host_authorization, permitted_hosts: []
          set :protection, false
          text = JSON.generate("x" * (size - 2))
          post("/bare") { content_type(:json) && text }
        end
      serve(bare) { |port| @bare = measure(port, "/bare", {}) }
      ActiveRecord::Base.connection_handler.clear_all_connections!(:all)
    end
    report.figure(
      "decision route (sign-in, contract, decision of 26 fields; #{@decisions[:size]} bytes)",
      "#{@decisions[:rate].round} requests a second"
    )
    report.figure("bare Sinatra route, stored text of that size", "#{@bare[:rate].round} requests a second")
    report.figure(
      "share of the bare route", format("%.0f%% (target: at least 50%%)", 100 * @decisions[:rate] / @bare[:rate])
    )
  end

  def serve(app)
    server = Puma::Server.new(app, nil, min_threads: 1, max_threads: CLIENTS, log_writer: Puma::LogWriter.strings)
    port = server.add_tcp_listener("127.0.0.1", 0).addr[1]
    server.run
    yield port
  ensure
    server&.stop(true)
  end

  def with_session(port)
    http = Net::HTTP.new("127.0.0.1", port)
    answer =
      http.post(
        "/api/session", JSON.generate(login: "tomas", password: Server::DemoData::PASSWORD),
        "content-type" => "application/json"
      )
    yield("cookie" => answer["set-cookie"].split(";").first, "x-csrf-token" => JSON.parse(answer.body)["csrf"])
  end

  # Requests a second of a few clients in a process of their own, for a few seconds. asked: Hash, or an Array of those
  # that are asked in turn.
  def measure(port, path, headers, asked = { mode: "edit", number: "LN-0042" })
    reader, writer = IO.pipe
    pid = fork do
      writer.write(Marshal.dump(load(port, path, headers, asked)))
      exit!(0)
    end
    writer.close
    result = reader.read
    Process.wait(pid)
    Marshal.load(result) # rubocop:disable Security/MarshalLoad -- from our own child
  end

  def load(port, path, headers, asked)
    bodies = [asked].flatten.map { |each| JSON.generate(each) }
    size = 0
    counts = Array.new(CLIENTS) do |client|
      Thread.new do
        count = 0
        Net::HTTP.start("127.0.0.1", port) do |http|
          ending = Process.clock_gettime(Process::CLOCK_MONOTONIC) + SECONDS
          while Process.clock_gettime(Process::CLOCK_MONOTONIC) < ending
            body = bodies[((client * bodies.size / CLIENTS) + count) % bodies.size]
            answer = http.post(path, body, headers.merge("content-type" => "application/json"))
            raise "answered #{answer.code}: #{answer.body[0, 200]}" unless answer.code == "200"

            size = answer.body.bytesize
            count += 1
          end
        end
        count
      end
    end.sum(&:value)
    { rate: counts.to_f / SECONDS, size: size }
  end
end
