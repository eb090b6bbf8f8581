# frozen_string_literal: true

module Server
  # Brings in files: shows first what an import adds, changes and drops, and does it only when told so,
  # for exactly the file and the state that were shown.
  class Importing
    # Largest file, in bytes.
    SIZE_LIMIT = 8 * 1024 * 1024
    KINDS = %w[policy directory people-ldif fields-csv fields-json-schema].freeze

    # What is added, changed or dropped is listed up to here.
    LISTED = 1000

    # kind: one of KINDS; content: bytes; options: "name", "definition" (of a JSON Schema), "separator" and
    # "encoding" (of a CSV, as Delimited; found out where they are left out), "mapping" (document),
    # "complete" (what a file of people is complete for, see PeopleMerge), "replace" (drop everything that the file
    # lacks), and what PartOfImport takes.
    def initialize(kind, content, options, author)
      if content.bytesize > SIZE_LIMIT
        raise Problem.new(413, "too-large", "The file is too large: at most #{SIZE_LIMIT / 1024 / 1024} MiB")
      end

      @kind = kind
      @content = content
      @options = options
      @author = author
    end

    # {"target", "adds", "changes", "drops", "counts", "sentences", "token"}; each list holds {"title", "lines"}, LISTED
    # at most, counts how many there are, and sentences say what it does to whom. The block, where there is one, is
    # called with what is done next.
    def preview(&step)
      target, before, after = outcome(&step)
      step&.call(:comparing)
      listed = target == "directory" ? DirectoryChanges.new(before, after).to_h : policy_changes(before, after)
      token = token(before, after)
      step&.call(:telling)
      told = ToldInTime.new(*engines(target, after)).sentences
      listed.transform_values { |list| list.first(LISTED) }.merge(
        "counts" => listed.transform_values(&:size), "target" => target, "token" => token, "offers" => @offers || [],
        "sentences" => told, "left_out" => left_out, "read_as" => @read_as
      ).compact
    rescue CobaltLedger::BadInput => e
      raise unless @offers

      # What does not fit as a whole may fit in part.
      raise Problem.from_bad_input(e, offers: @offers)
    end

    # token: from the preview. Raises Problem when anything has moved on since. What it takes to work the import out is
    # done before anyone is kept waiting; where someone has written meanwhile, it is calculated once more.
    def apply(token, &step)
      TRIES.times do
        standing = PolicyStore.instance.standing
        revision = ChangeSet.current.revision
        target, before, after = outcome(&step)
        raise moved_on unless token == token(before, after)

        step&.call(:keeping)
        kept = target == "directory" ? keep_people(after, standing) : keep_policy(before, after, revision)
        return { "target" => target } if kept
      end
      raise PolicyEditor.busy
    end

    # Times an import is calculated anew because someone wrote meanwhile.
    TRIES = 10

    PEOPLE = %w[directory people-ldif].freeze

    private

    # The engine before and after: people count at once, and so by what is in force; a policy goes to the change set.
    def engines(target, after)
      return [PolicyStore.instance.pending.engine, PolicyStore.instance.state_of(after).engine] if target != "directory"

      PoliciesStand.engines(@directory)
    end

    # Returns false where things no longer stand as they did.
    def keep_people(after, standing)
      version = DirectoryVersion.prepared(after, by: @author)
      PolicyEditor.where_standing(standing) { version.keep }
    end

    def moved_on = Problem.new(412, "changed-meanwhile", "The data has changed since the preview. Preview it again.")

    def token(before, after)
      Digest::SHA256.hexdigest([before, after].map { |document| CobaltLedger::CanonicalJson.digest(document) }.join)
    end

    # [target, document before, document after], judged sound.
    def outcome(&step)
      step&.call(:reading)
      PEOPLE.include?(@kind) ? directory_outcome(&step) : policy_outcome
    end

    def directory_outcome
      before = DirectoryVersion.newest.directory_document
      read =
        if @kind == "directory"
          CobaltLedger::Formats::DirectoryJson.read(@content)[1]
        else
          CobaltLedger::Formats::PeopleLdif.read(@content, @options["mapping"]) { |remarks| @left_out = remarks }
        end
      yield(:judging) if block_given?
      after = PeopleMerge.new(before, read, complete).document
      @directory = CobaltLedger::Formats::DirectoryJson.build(after, shaped: true)
      PoliciesStand.on!(@directory)
      ["directory", before, after]
    end

    def complete
      return PeopleMerge::ALL if @options["replace"]

      @options["complete"] || PeopleMerge.usual(@kind, @options["mapping"])
    end

    def policy_outcome
      before = PolicyStore.instance.pending.document
      file = @kind == "policy" ? CobaltLedger::Formats::PolicyJson.read(@content)[1] : with_rules(type(before), before)
      part = PartOfImport.new(before, @options)
      @offers = part.offers(file)
      after = part.part? || @kind != "policy" ? part.merged(file) : whole(before, file)
      CobaltLedger::Formats::PolicyJson.build(after, PolicyStore.instance.directory)
      ["change_set", before, after]
    end

    # What a file leaves unsaid goes where it takes the place of all, and stays where it only adds.
    def whole(before, file)
      unsaid = @options["replace"] ? ["baselines", *CobaltLedger::Changes::DocumentEdits::UNSAID.keys] : []
      before.except(*unsaid).merge(file) do |_name, old, new|
        new.is_a?(Array) && !@options["replace"] ? joined(old, new) : new
      end
    end

    def joined(old, new)
      return old | new if new.any? { |item| item["id"].nil? }

      found = old.to_h { |item| [item["id"], item] }
      new.each { |item| found[item["id"]] = item }
      found.values
    end

    # The record type of a list of fields.
    def type(before)
      name = @options["name"].to_s.strip.empty? ? nil : @options["name"].strip
      type = if @kind == "fields-csv"
               raise CobaltLedger::BadInput.at("/name", "name the record type; a list of fields does not") unless name

               CobaltLedger::Formats::FieldsCsv.read(@content, name: name, **written) { |read| @read_as = read.to_h }
             else
               schema_type(name)
             end
      old = before["record_types"].find { |item| item["id"] == type["id"] }
      old ? kept_heading(old, type).merge(type) : type
    end

    # A record type with the rules that its schema asks for, those of fields that come in, in the places they have.
    def with_rules(type, before)
      chosen = @options["fields"] || type["fields"].map { |field| field["id"] }
      rules = (@rules || []).select { |rule| (named(rule) - chosen).empty? }
      placed = rules.each_with_object([]) do |rule, found|
        old = before["rules"].find { |each| each["id"] == rule["id"] }
        found << RulePlace.of(rule.merge(old.to_h.slice("rank")), before.merge("rules" => before["rules"] + found))
      end
      { "record_types" => [type], "rules" => placed }
    end

    # Identifiers of the fields that a document of a rule names.
    def named(rule)
      case rule
      when Hash then rule.flat_map { |key, value| %w[field fields].include?(key) ? Array(value) : named(value) }
      when Array then rule.flat_map { |each| named(each) }
      else []
      end
    end

    # How a CSV is said to be written.
    def written = { separator: @options["separator"], encoding: @options["encoding"] }

    # What of a schema can't come in is told.
    def schema_type(name)
      schema = CobaltLedger::Formats::RecordTypeJsonSchema.new(@content, name: name, at: @options["definition"])
      schema.document.tap do
        @left_out = schema.remarks
        @rules = schema.rules
      end
    end

    def left_out = (@left_out || []).map { |fault| { "pointer" => fault.pointer, "message" => fault.message } }

    # A list of fields does not say which of them name a record or stand in lists; what was chosen stays while it can.
    def kept_heading(old, type)
      ids = type["fields"].map { |field| field["id"] }
      listed = (old["list_fields"] || []) & ids
      { "plural" => old["plural"], "title_field" => old["title_field"], "category_field" => old["category_field"] }
        .select { |name, value| value && (name == "plural" || ids.include?(value)) }
        .merge(listed.empty? ? {} : { "list_fields" => listed })
    end

    def policy_changes(before, after)
      directory = PolicyStore.instance.directory
      account =
        CobaltLedger::Changes::Account.new(
          PolicyStore.instance.pending.policy,
          CobaltLedger::Formats::PolicyJson.build(after, directory, shaped: true), directory
        )
      edits = CobaltLedger::Changes::DocumentEdits.between(before, after)
      {
        "adds" => edits.select { |edit| edit.verb == "added" },
        "changes" => edits.select { |edit| edit.verb == "changed" },
        "drops" => edits.select { |edit| edit.verb == "removed" }
      }.transform_values { |list| list.map { |edit| account.of(edit) } }
    end

    def keep_policy(before, after, revision)
      edits = CobaltLedger::Changes::DocumentEdits.between(before, after)
      PolicyEditor.new(@author).put_all(edits, revision: revision)
    end
  end
end
