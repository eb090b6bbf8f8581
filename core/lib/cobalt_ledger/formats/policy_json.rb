# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads and writes policy documents.
    class PolicyJson
      FORMAT = "cobalt-ledger/policy"

      # text: String of JSON; directory: Directory::Directory, to check what rules name, or nil to leave that out.
      # Returns [Rules::Policy, its document, brought up to date]. Raises BadInput listing every fault.
      def self.read(text, directory = nil)
        hash = StrictJson.read(text)
        policy = build(hash, directory)
        [policy, UpToDate.policy(hash)]
      end

      # hash: policy document. Returns a Rules::Policy; raises BadInput.
      # shaped: true when the document is known to have passed the schema, which costs more than all the rest.
      def self.build(hash, directory = nil, shaped: false)
        Schema.check!("policy", hash) unless shaped
        new(hash, directory).policy
      end

      # An empty policy document with the four usual labels.
      def self.empty(name)
        {
          "format" => FORMAT,
          "version" => UpToDate::POLICY,
          "name" => name,
          "precedence" => "strictest",
          "labels" => [
            label("open", "Open", "shown"),
            label("internal", "Internal", "shown"),
            label("confidential", "Confidential", "masked").tap do |label|
              label["start"]["mask"] = { "format" => "all" }
            end,
            label("restricted", "Restricted", "hidden")
          ],
          "record_types" => [],
          "baselines" => [],
          "rules" => []
        }
      end

      def self.label(id, name, visibility)
        {
          "id" => id,
          "name" => name,
          "start" => {
            "visibility" => visibility, "entry" => "open", "presence" => "optional"
          }
        }
      end
      private_class_method :label

      def initialize(hash, directory)
        @hash = hash
        @directory = directory
        @faults = FaultList.new
      end

      # Rules::Policy. Raises BadInput with all faults.
      def policy
        duplicates("labels", @hash["labels"])
        duplicates("record_types", @hash["record_types"])
        duplicates("baselines", @hash["baselines"] || [])
        duplicates("rules", @hash["rules"])
        duplicates("expectations", @hash["expectations"] || [])
        duplicates("automations", @hash["automations"] || [])
        duplicates("programs", @hash["programs"] || [], "user")
        types = record_types
        places = places()
        zone = zone()
        scope = Conditions::Scope.new(directory: @directory, places: places, zone: @hash["time_zone"] || "Etc/UTC")
        rules = RuleReader.new(types, scope, @faults).read_all(of_sound_types(@hash["rules"], types))
        baselines =
          BaselineReader.new(types, @directory, @faults).read_all(of_sound_types(@hash["baselines"] || [], types))
        automations = AutomationReader.new(types, @directory, @faults).read_all(@hash["automations"] || [])
        @faults.raise_if_any!
        Rules::Policy.new(
          name: @hash["name"], precedence: @hash["precedence"] || "strictest", labels: labels,
          record_types: types.values, baselines: baselines, rules: rules, places: places, zone: zone,
          automations: automations, **declared
        )
      end

      private

      # key: what may stand once only.
      def duplicates(member, items, key = "id")
        items
          .each_with_index
          .group_by { |item, _| item[key] }
          .each do |id, found|
            found
              .drop(1)
              .map(&:last)
              .each { |index| @faults.add("/#{member}/#{index}/#{key}", "the identifier “#{id}” is used twice") }
          end
      end

      # Pairs to be kept apart, and programs that have to write.
      def declared
        separations =
          (@hash["separations"] || []).each_with_index.map do |each, index|
            known_fields(each, "/separations/#{index}") &&
              Rules::Policy::Separation.new(**each.transform_keys(&:to_sym))
          end
        writers =
          (@hash["writers"] || []).each_with_index.map do |each, index|
            known_fields(each, "/writers/#{index}") && Rules::Policy::Writer.new(**each.transform_keys(&:to_sym))
          end
        found = { separations: separations, writers: writers, limits: limits, programs: programs,
                  approval: ApprovalReader.new(@hash, @directory, @faults).read_all,
                  expectations: @hash["expectations"] || [] }
        @faults.raise_if_any!
        found
      end

      def programs
        known = @hash["record_types"].map { |type| type["id"] }
        (@hash["programs"] || []).each_with_index.map do |each, index|
          unless @directory.nil? || @directory.find(:user, each["user"])&.program?
            @faults.add("/programs/#{index}/user", "there is no program “#{each['user']}” in the directory")
          end
          (each["record_types"] - known).each do |id|
            @faults.add("/programs/#{index}/record_types", "there is no record type “#{id}”")
          end
          Rules::Policy::Program.new(**each.transform_keys(&:to_sym)).freeze
        end
      end

      def limits
        group = @hash.dig("limits", "emergency_group")
        if group && @directory && !@directory.find(:group, group)
          @faults.add("/limits/emergency_group", "there is no group “#{group}” in the directory")
        end
        Rules::Limits.from(@hash["limits"])
      end

      def known_fields(each, pointer)
        type = @hash["record_types"].find { |item| item["id"] == each["record_type"] }
        return @faults.add("#{pointer}/record_type", "there is no record type “#{each['record_type']}”") unless type

        each["fields"].each_with_index do |id, index|
          unless type["fields"].any? { |field| field["id"] == id }
            @faults.add("#{pointer}/fields/#{index}", "#{type['name']} has no field “#{id}”")
          end
        end
        user = each["user"]
        if user && @directory && !@directory.find(:user, user)
          @faults.add("#{pointer}/user", "there is no user “#{user}” in the directory")
        end
        true
      end

      def places
        duplicates("places", @hash["places"] || [])
        (@hash["places"] || []).each_with_index.map do |place, index|
          Rules::Place.new(
            id: place["id"], name: place["name"],
            networks: networks(place["networks"] || [], "/places/#{index}/networks")
          ).freeze
        end
      end

      def networks(texts, pointer)
        texts.each_with_index.filter_map do |text, index|
          Conditions::NetworkKind.parse(text, nil)
        rescue Catalogue::Kind::Unsuitable => e
          @faults.add("#{pointer}/#{index}", e.message)
        end
      end

      def zone
        name = @hash["time_zone"] || "Etc/UTC"
        WindowReader.zone(name) ||
          @faults.add("/time_zone", "there is no time zone “#{name}”; use a name like Europe/London")
      end

      # [item, index] pairs. What belongs to a record type that is itself at fault is left for when that is mended.
      def of_sound_types(items, types)
        declared = @hash["record_types"].map { |type| type["id"] }
        items.each_with_index.reject do |item, _|
          declared.include?(item["record_type"]) && !types.key?(item["record_type"])
        end
      end

      def labels
        @hash["labels"].map do |label|
          Catalogue::Label.new(id: label["id"], name: label["name"], start: Access::State.from(label["start"])).freeze
        end
      end

      # Hash of identifier to RecordType.
      def record_types
        label_ids = @hash["labels"].map { |label| label["id"] }
        type_ids = @hash["record_types"].map { |type| type["id"] }
        @hash["record_types"].each_with_index.filter_map do |type, index|
          RecordTypeReader.new(type, "/record_types/#{index}", label_ids, type_ids, @faults, @directory).read
        end.to_h { |type| [type.id, type] }.tap { |types| carried(types) }
      end

      # What a reference carries over must be there on both sides.
      def carried(types)
        @hash["record_types"].each_with_index do |type, index|
          own = types[type["id"]] or next
          type["fields"].each_with_index do |field, place|
            other = types[field["refers_to"]]
            (field["inherits"] || {}).each do |id, source|
              at = "/record_types/#{index}/fields/#{place}/inherits/#{id}"
              @faults.add(at, "#{own.name} has no field “#{id}”") unless own.field(id)
              @faults.add(at, "#{other.name} has no field “#{source}”") if other && !other.field(source)
            end
          end
        end
      end
    end
  end
end
