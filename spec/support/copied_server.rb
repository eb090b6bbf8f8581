# frozen_string_literal: true

require "puma"
require "puma/server"

# The application in a process of its own, as it is run for people: a copy of this one, with all that is compiled
# already. There is one at a time, begun when an example first needs it. It heads a group of processes, which ends with
# it whatever becomes of it, and writes to a file: what outlived it would otherwise keep the output of the specs open.
module CopiedServer
  THREADS = { min_threads: 1, max_threads: 6 }.freeze
  # View all listen at the same address, one after the other.
  DOOR = TCPServer.new("127.0.0.1", 0)
  LOG = File.join(Dir.tmpdir, "cobalt-copied-server-#{Process.pid}.log")
  # Lines of the log that are printed where the process did not end as it should.
  TOLD = 80

  module_function

  def address = "http://127.0.0.1:#{DOOR.local_address.ip_port}"

  # Begins one, unless there is one.
  def start
    return if @process

    # SQLite's connections are not to be taken along.
    ActiveRecord::Base.connection_handler.clear_all_connections!(:all)
    @process = Process.fork { serve }
  end

  # Ends it, and the jobs that it has begun. Raises where it, or its jobs, had ended before they were told to.
  def stop
    return unless @process

    ending = @process
    @process = nil
    Process.kill(:TERM, ending)
    _, status = Process.wait2(ending)
    end_group(ending)
    raise "the copied server ended by itself: #{status}\n#{told}" unless status.success?
  end

  # What every page asks for is loaded and calculated before the first copy is made, so that each copy has it.
  def warm_up
    @warm_up ||= begin
      _, token = Server::Session.start(Server::Account.named("mairin"))
      visitor = Rack::MockRequest.new(Server::Application)
      %w[session overview directory people catalogue rules map?record_type=outgoing-loan&mode=edit].each do |path|
        visitor.get("/api/#{path}", "HTTP_COOKIE" => "#{Server::RequestHelp::COOKIE}=#{token}",
                                    "HTTP_HOST" => "127.0.0.1")
          .then do |answer|
          raise "#{path}: #{answer.body}" unless answer.ok?
        end
      end
    end
  end

  def serve
    Process.setpgid(0, 0)
    [$stdout, $stderr].each { |stream| stream.reopen(LOG, "w") }
    # Jobs are worked off beside it, as they are in use; begun before there are threads that a copy would lack.
    Server::Job.wake = -> {}
    jobs = Process.fork { Server::Jobs::Runner.new.run }
    ending = Queue.new
    trap(:TERM) { ending.close }
    leave_with(Process.ppid)
    server = Puma::Server.new(Server::Application, nil, THREADS)
    server.binder.inherit_tcp_listener("127.0.0.1", DOOR.local_address.ip_port, DOOR)
    server.run
    ending.pop
    exit!(Process.wait(jobs, Process::WNOHANG) ? 3 : 0)
  end

  # Ends the group when the specs are gone without a word.
  def leave_with(parent)
    Thread.new do
      sleep(1) while Process.ppid == parent
      end_group(Process.pid)
    end
  end

  def end_group(leader)
    Process.kill(:KILL, -leader)
  rescue Errno::ESRCH
    nil
  end

  def told = File.file?(LOG) ? File.foreach(LOG).first(TOLD).join : ""
end
