# frozen_string_literal: true

require "net/http"
require "socket"
require "timeout"

# A server as it is really run, in a process of its own, on a database that may be thrown away.
class RealServer
  # How long it may take to come up, in seconds.
  PATIENCE = 60

  attr_reader :port, :pid, :database

  # database: file; options: for bin/serve.rb.
  def initialize(database, *options, wait: true, **environment)
    @database = database
    @port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    @log = "#{database}.#{port}.log"
    @pid =
      Process.spawn(
        environment.transform_keys(&:to_s), RbConfig.ruby, File.join(Server::Paths::ROOT, "bin/serve.rb"), "--demo",
        "--port", port.to_s, "--database", database, *options, out: @log, err: @log, unsetenv_others: false
      )
    wait_until_ready if wait
  end

  def log = File.read(@log)

  # Status and body of an answer to someone, by name; nil for no one.
  def ask(who, verb, path, body = nil, if_match: nil, limit: 60)
    request = Net::HTTP.const_get(verb.to_s.capitalize).new(path)
    cookie, csrf = who ? sessions[who] ||= sign_in(who) : nil
    request["Cookie"] = cookie if cookie
    request["X-CSRF-Token"] = csrf if csrf
    request["If-Match"] = if_match if if_match
    request["Content-Type"] = "application/json"
    request.body = JSON.generate(body) if body
    response = Net::HTTP.start("127.0.0.1", port, read_timeout: limit) { |http| http.request(request) }
    [response.code.to_i, response.body.to_s.empty? ? nil : JSON.parse(response.body)]
  end

  def sign_in(login)
    response =
      Net::HTTP.post(
        URI("http://127.0.0.1:#{port}/api/session"),
        JSON.generate(login: login, password: Server::DemoData::PASSWORD), "Content-Type" => "application/json"
      )
    [response["set-cookie"][/cobalt_session=[^;]+/], JSON.parse(response.body)["csrf"]]
  end

  def sessions = @sessions ||= {}

  # Process of the worker beside it, and the processor time that has used, in ticks; process that works off jobs.
  def worker = child("heavy_main")&.first
  def worker_ticks = child("heavy_main").then { |_, parts| parts[11].to_i + parts[12].to_i }
  def crew = child("jobs_main")&.first

  # Waits for it to end by itself. Returns its exit status.
  def ended = Process.wait2(pid)[1].exitstatus

  # Ends it. Raises where its processes have been warned of something.
  def stop(signal = :TERM)
    Process.kill(signal, pid)
    Process.wait(pid)
    raise "the server was warned: #{log}" if log.include?("warning:")
  rescue Errno::ESRCH, Errno::ECHILD
    nil
  end

  private

  def child(program) = children.find { |process, _| File.read("/proc/#{process}/cmdline").include?(program) }

  # [process, what the system says of it after its name] of those that the server has started.
  def children
    Dir["/proc/[0-9]*/stat"].filter_map do |file|
      parts = File.read(file)[/\) (.*)/, 1].split
      [file[/\d+/].to_i, parts] if parts[1].to_i == pid
    rescue SystemCallError
      nil
    end
  end

  def wait_until_ready
    Timeout.timeout(PATIENCE) do
      until log.include?("is ready")
        raise "the server ended: #{log}" if Process.wait(pid, Process::WNOHANG)

        sleep 0.1
      end
    end
  end
end
