# frozen_string_literal: true

require "optparse"

module CobaltLedger
  # The core from the command line: files in, JSON out. No server, no database.
  class CommandLine
    HELP = <<~TEXT
      Usage: bin/ledger COMMAND [options]

      Commands:
        decide          answers a question and prints the decision as JSON
          --policy FILE      policy document
          --directory FILE   directory document
          --question FILE    question: user, record_type, unit, mode, and as wanted channel, stored, entered
          --reasoning        adds the step-by-step account of every field
        map             prints the access map of a record type
          --policy FILE --directory FILE --record-type ID --mode MODE
          --unit ID          the unit that owns the records (default: the first without a parent)
          --channel NAME     form (default), import, automation or interface
          --format NAME      csv (default), json or text
        audit           proves how the rules of a policy resolve, and prints what it finds
          --policy FILE --directory FILE
          --format NAME      text (default), json or sarif (2.1.0)
          --severity LEVEL   note (default), warning or error: what is below is left out
        satisfy         decides whether conditions can hold together
          --policy FILE --directory FILE --record-type ID
          --conditions FILE  a JSON list of conditions in the policy document's form
          --mode MODE        edit (default), create, view or list
        import-fields FILE   turns a JSON Schema (.json) or a CSV list of fields (.csv) into a policy document
          --name NAME        name of the record type
        import-people FILE   turns an LDIF export into a directory document
          --mapping FILE     which attribute means what (default: inetOrgPerson and groupOfNames)
        check           checks a policy, and a directory if given, and prints nothing when they are sound
          --policy FILE [--directory FILE]

      Every command takes --help.
      Exit status: 0 on success (audit: nothing found), 1 when the audit finds anything at or above the severity,
      2 on bad input, with each fault and its place on standard error.
    TEXT

    # out, err: IO. Returns the exit status.
    def self.run(arguments, out: $stdout, err: $stderr)
      new(out, err).run(arguments)
    end

    def initialize(out, err)
      @out = out
      @err = err
    end

    def run(arguments)
      command, *rest = arguments
      return help(command.nil? ? 2 : 0) if command.nil? || ["--help", "-h", "help"].include?(command) || rest.include?("--help")

      perform(command, options(rest), rest) == :found ? 1 : 0
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
      (status.zero? ? @out : @err).puts(HELP)
      status
    end

    def options(rest)
      found = {}
      parser = OptionParser.new
      %w[policy directory question record-type mode unit channel format name mapping severity conditions].each do |name|
        parser.on("--#{name} VALUE") { |value| found[name] = value }
      end
      parser.on("--reasoning") { found["reasoning"] = true }
      parser.parse!(rest)
      found
    end

    def perform(command, options, files)
      case command
      when "decide" then decide(options)
      when "map" then map(options)
      when "audit" then audit(options)
      when "satisfy" then satisfy(options)
      when "import-fields" then import_fields(file(files), options)
      when "import-people" then import_people(file(files), options)
      when "check" then policy(options, options["directory"] ? directory(options) : nil)
      else raise BadInput.at("", "there is no command “#{command}”; see bin/ledger --help")
      end
    end

    def file(files)
      files.first or raise BadInput.at("", "name the file to read")
    end

    def decide(options)
      people = directory(options)
      policy = policy(options, people)
      question = in_file(needed(options, "question")) { |text| Decisions::Question.from(Formats::StrictJson.read(text), policy, people) }
      print_json(Decisions::Engine.new(policy, people).decide(question, reasoning: options["reasoning"] || false).to_h)
    end

    def map(options)
      people = directory(options)
      policy = policy(options, people)
      type = record_type(policy, options)
      unit = unit(options, people)
      mode = one_of("mode", needed(options, "mode"), Decisions::Question::MODES)
      channel = one_of("channel", options["channel"] || "form", Decisions::Question::CHANNELS)
      columns = people.roles.map { |role| people.bare(:role, role.id) }
      question = Decisions::Question.new(principals: people.bare(:everyone), record_type: type, unit: unit, mode: mode, channel: channel, at: Time.now)
      map = Decisions::AccessMap.new(Decisions::Engine.new(policy, people), question, columns)
      format = one_of("format", options["format"] || "csv", %w[csv json text])
      return @out.write(format == "csv" ? Formats::MapCsv.write(map) : Formats::MapText.write(map)) unless format == "json"

      print_json("columns" => map.columns.map(&:title), "rows" => map.rows.transform_values { |cells| cells.map(&:levels) })
    end

    def unit(options, people)
      unit = options["unit"] || people.units.find { |node| node.above.empty? }&.id
      people.find(:unit, unit) ? unit : raise(BadInput.at("--unit", "no unit “#{unit}” in the directory"))
    end

    def record_type(policy, options)
      policy.record_type(needed(options, "record-type")) or raise BadInput.at("--record-type", "the policy has no such record type")
    end

    # Returns :found when anything is to be reported.
    def audit(options)
      people = directory(options)
      file = needed(options, "policy")
      policy, document = in_file(file) { |text| Formats::PolicyJson.read(text, people) }
      format = one_of("format", options["format"] || "text", Commands::Audit::FORMATS)
      severity = one_of("severity", options["severity"] || "note", Audit::Detector::SEVERITIES)
      text, found = Commands::Audit.new(Decisions::Engine.new(policy, people), document["rules"], file).report(format, severity)
      @out.write(text)
      found ? :found : nil
    end

    def satisfy(options)
      people = directory(options)
      policy = policy(options, people)
      type = record_type(policy, options)
      mode = one_of("mode", options["mode"] || "edit", Decisions::Question::MODES)
      print_json(in_file(needed(options, "conditions")) { |text| Commands::Satisfy.new(policy, people, type, Formats::StrictJson.read(text), mode: mode).to_h })
    end

    def one_of(name, value, allowed)
      allowed.include?(value) ? value : raise(BadInput.at("--#{name}", "must be one of #{allowed.join(', ')}"))
    end

    def import_fields(path, options)
      type = in_file(path) do |text|
        name = options["name"] || Words.capitalize(File.basename(path, ".*").tr("_-", "  "))
        path.end_with?(".csv") ? Formats::FieldsCsv.read(text, name: name) : Formats::RecordTypeJsonSchema.read(text, name: options["name"])
      end
      document = Formats::PolicyJson.empty(type["name"]).merge("record_types" => [type])
      in_file(path) { Formats::PolicyJson.build(document) }
      print_json(document)
    end

    def import_people(path, options)
      mapping = options["mapping"] && in_file(options["mapping"]) { |text| Formats::StrictJson.read(text) }
      print_json(in_file(path) { |text| Formats::PeopleLdif.read(text, mapping) })
    end

    def directory(options)
      in_file(needed(options, "directory")) { |text| Formats::DirectoryJson.read(text).first }
    end

    def policy(options, people)
      in_file(needed(options, "policy")) { |text| Formats::PolicyJson.read(text, people).first }
    end

    def needed(options, name)
      options[name] or raise BadInput.at("", "--#{name} is missing; see bin/ledger --help")
    end

    # Reads a file and puts its name before the place of each fault.
    def in_file(path)
      yield File.binread(path)
    rescue BadInput => e
      raise(BadInput, e.faults.map { |fault| Fault.new(pointer: "#{path} #{fault.pointer}".strip, message: fault.message) })
    end

    def print_json(document) = @out.puts(JSON.pretty_generate(Formats::CanonicalJson.plain(document)))
  end
end
