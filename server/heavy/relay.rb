# frozen_string_literal: true

require "net/http"
require "socket"

module Server
  module Heavy
    # Hands a request on to the worker and its answer back; gives up as soon as its own client has gone, so that the
    # worker drops what no one waits for. One person may have few heavy questions under way, so that no one keeps the
    # others waiting.
    class Relay
      # Requests of one person, and of all, that may be with the worker at once; those of one person that may wait for
      # their turn, and for how many seconds.
      EACH = 3
      TOTAL = 8
      WAITING = 3
      PATIENCE = 20

      # Headers of the request that the worker needs, and of its answer that go back.
      SENT = {
        "HTTP_COOKIE" => "Cookie", "HTTP_X_CSRF_TOKEN" => "X-CSRF-Token", "HTTP_IF_MATCH" => "If-Match",
        "HTTP_CHANGE_SET" => "Change-Set", "CONTENT_TYPE" => "Content-Type", "HTTP_AUTHORIZATION" => "Authorization"
      }.freeze
      RETURNED = %w[content-type content-disposition cache-control etag location retry-after].freeze

      Answer = Struct.new(:status, :headers, :body)

      def initialize(worker)
        @worker = worker
        @lock = Mutex.new
        @under_way = Hash.new(0)
        @waiting = Hash.new(0)
      end

      # env: Rack environment; who: key of the person; limit: bytes of a body. Returns Answer. Raises Problem.
      def ask(env, who, limit)
        client = env["puma.socket"]
        counted(who, client) do
          exchange(request_of(env, limit), client)
        rescue SystemCallError, IOError
          raise Problem.new(503, "worker-gone", "The calculation was interrupted. Try again.")
        end
      end

      private

      def counted(who, client)
        queue(who, client) unless enter(who)
        begin
          yield
        ensure
          @lock.synchronize { give_back(@under_way, who) }
        end
      end

      def enter(who)
        @lock.synchronize { @under_way[who] < EACH && @under_way.values.sum < TOTAL && (@under_way[who] += 1) }
      end

      # Waits until there is room. Raises Problem where too many wait already, or too long.
      def queue(who, client)
        raise busy unless @lock.synchronize { @waiting[who] < WAITING && (@waiting[who] += 1) }

        begin
          ends = Process.clock_gettime(Process::CLOCK_MONOTONIC) + PATIENCE
          until enter(who)
            raise busy if Process.clock_gettime(Process::CLOCK_MONOTONIC) > ends || Client.gone?(client)

            sleep 0.05
          end
        ensure
          @lock.synchronize { give_back(@waiting, who) }
        end
      end

      def give_back(counts, who) = (counts[who] -= 1).positive? || counts.delete(who)
      def busy = Problem.new(429, "busy", "You have too many calculations running. Try again in a moment.", again: 2)

      def request_of(env, limit)
        path = "#{env[Rack::PATH_INFO]}#{"?#{env[Rack::QUERY_STRING]}" unless env[Rack::QUERY_STRING].to_s.empty?}"
        body = env[Rack::RACK_INPUT]&.read(limit + 1)
        request = Net::HTTPGenericRequest.new(env[Rack::REQUEST_METHOD], !body.nil?, true, path)
        SENT.each { |name, header| request[header] = env[name] if env[name] }
        request["X-Cobalt-Address"] = ClientAddress.of(env).to_s
        request["Host"] = "worker"
        request["Accept-Encoding"] = "identity"
        request.body = body if body
        request
      end

      def exchange(request, client)
        UNIXSocket.open(@worker.socket) do |socket|
          io = Net::BufferedIO.new(socket, read_timeout: Deadline::BUDGET + 10)
          request.exec(io, "1.1", request.path)
          wait(socket, client)
          response = Net::HTTPResponse.read_new(io)
          response.reading_body(io, true) { response.read_body }
          Answer.new(
            response.code.to_i, response.to_hash.slice(*RETURNED).transform_values { |values| values.join(", ") },
            response.body.to_s
          )
        end
      end

      # Until there is something to read; raises once the client has gone.
      def wait(socket, client)
        until socket.wait_readable(0.1)
          raise Problem.new(503, "gone", "The request was dropped") if Client.gone?(client)
        end
      end
    end
  end
end
