# frozen_string_literal: true

require "optparse"

module CobaltLedger
  module Commands
    # The core from the command line: files in, JSON out. No server, no database.
    class CommandLine
      HELP = <<~TEXT
        Usage: bin/ledger COMMAND [options]

        Commands:
        %<commands>s
        Every command takes --help.
        Exit status: 0 on success (audit: nothing found; compare: nothing differs), 1 when the audit finds anything at
        or above the severity or compare any difference, 2 on bad input, with each fault and its place on standard error.
      TEXT

      # out, err: IO. Returns the exit status.
      def self.run(arguments, out: $stdout, err: $stderr)
        new(out, err).run(arguments)
      end

      def initialize(out, err)
        @out = out
        @err = err
      end

      # Runs the command that the arguments name. Returns its exit status: Integer.
      def run(arguments)
        name, *rest = arguments
        return help(name.nil? ? 2 : 0) if name.nil? || %w[--help -h help].include?(name) || rest.include?("--help")

        perform(name, options(rest), rest) == :found ? 1 : 0
      rescue BadInput => e
        e.faults.each { |fault| @err.puts(fault) }
        2
      rescue Errno::EPIPE
        # Whoever read the output has had enough: 128 and SIGPIPE, as shells count.
        141
      rescue OptionParser::ParseError, SystemCallError => e
        @err.puts(e.message)
        2
      end

      private

      def help(status)
        commands = Command.members.each_value.map { |command| command.usage.gsub(/^/, "  ") }.join
        (status.zero? ? @out : @err).puts(format(HELP, commands: commands))
        status
      end

      # Takes the options out of rest: those that the commands say they take, with a value where one is named.
      def options(rest)
        found = {}
        parser = OptionParser.new
        usages = Command.members.each_value.map(&:usage).join("\n")
        usages.scan(/--([a-z][a-z-]*)( [A-Z])?/).uniq.each do |name, takes|
          if takes then parser.on("--#{name} VALUE") { |value| found[name] = value }
          else parser.on("--#{name}") { found[name] = true }
          end
        end
        parser.parse!(rest)
        found
      end

      def perform(name, options, files)
        command = Command[name] or raise BadInput.at("", "there is no command “#{name}”; see bin/ledger --help")
        command.new(options, files, @out, @err).run
      end
    end
  end
end
