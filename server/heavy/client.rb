# frozen_string_literal: true

module Server
  module Heavy
    # Whether whoever asked still waits for the answer.
    module Client
      module_function

      # socket: of the request, or nil where there is none to look at. True once the other side has closed it.
      def gone?(socket)
        return false unless socket.respond_to?(:recv_nonblock)

        read = socket.recv_nonblock(1, Socket::MSG_PEEK, exception: false)
        # Nothing to read yet is :wait_readable; the end of what is sent is an empty text, or nil in newer Ruby.
        read.nil? || read == ""
      rescue IOError, SystemCallError
        true
      end
    end
  end
end
