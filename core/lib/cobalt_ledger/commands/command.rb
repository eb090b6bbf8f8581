# frozen_string_literal: true

module CobaltLedger
  module Commands
    # One command of the command line: files in, text out. One subclass a file in this folder.
    class Command
      extend Registry

      class << self
        # Module whose folder holds the commands.
        def registry_namespace = CobaltLedger::Commands

        # What --help says of it, the name first.
        attr_reader :usage

        # usage: the lines that `--help` prints about it.
        def says(usage)
          @usage = usage
        end
      end

      # options: Hash of name to String (true for what takes no value); files: Array of paths named beside them; out,
      # err: IO.
      def initialize(options, files, out, err = $stderr)
        @options = options
        @files = files
        @out = out
        @err = err
      end

      # Prints what was asked for. Returns :found where the exit status has to say that something was found.
      # Raises BadInput with the file and place of each fault.
      def run = raise(NotImplementedError)

      private

      attr_reader :options, :out, :err

      def directory = @directory ||= in_file(needed("directory")) { |text| Formats::DirectoryJson.read(text).first }
      def policy(people = directory) = policy_at(needed("policy"), people).first

      # path: of a policy document, or of a folder that split has written. Returns [Rules::Policy, its document].
      def policy_at(path, people)
        return in_file(path) { |text| Formats::PolicyJson.read(text, people) } unless File.directory?(path)

        policy = nil
        document = Formats::TreeOnDisk.read(path) { |joined| policy = Formats::PolicyJson.build(joined, people) }
        [policy, document]
      end

      # The text of a file, nil of a folder.
      def text_of(path) = File.directory?(path) ? nil : File.read(path, encoding: Encoding::UTF_8)

      def record_type(policy)
        policy.record_type(needed("record-type")) or
          raise BadInput.at("--record-type", "the policy has no such record type")
      end

      def file = @files.first || raise(BadInput.at("", "name the file to read"))
      def needed(name) = options[name] || raise(BadInput.at("", "--#{name} is missing; see bin/ledger --help"))

      # An option's value among those allowed; usual: what it is when it is not given, nil where it has to be.
      def one_of(name, allowed, usual = nil)
        value = usual ? options.fetch(name, usual) : needed(name)
        allowed.include?(value) ? value : raise(BadInput.at("--#{name}", "must be one of #{allowed.join(', ')}"))
      end

      # Reads a file and puts its name before the place of each fault.
      def in_file(path)
        yield File.binread(path)
      rescue BadInput => e
        raise(
          BadInput,
          e.faults.map { |fault| Fault.new(pointer: "#{path} #{fault.pointer}".strip, message: fault.message) }
        )
      end

      def print_json(document)
        out.write(CanonicalJson.pretty(document))
        nil
      end
    end
  end
end
