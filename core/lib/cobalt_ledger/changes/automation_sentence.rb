# frozen_string_literal: true

module CobaltLedger
  module Changes
    # An automation read back as one plain sentence, made from its document: whoever signs a change of it reads that.
    # What it names and is no longer there stands by its identifier.
    class AutomationSentence
      # document: of the automation, shaped as its schema says; policy: Rules::Policy; directory: Directory::Directory.
      def initialize(document, policy, directory)
        @document = document
        @policy = policy
        @directory = directory
        @type = policy.record_type(document["record_type"])
      end

      # "When an outgoing loan reaches Approved, Night runner sets Packing to “To be packed”; tells Conservator “…”."
      def to_s
        steps = @document["steps"].map { |step| step(step) }.join("; ")
        owner = @document["owner"] && " #{name(:user, @document['owner'])} is told of refusals."
        off = @document["state"] == "off" ? " It is switched off." : ""
        "When #{start}, #{name(:user, @document['user'])} #{steps}.#{owner}#{off}"
      end

      private

      def start
        stage = @document["when"]["stage"] or return "#{a(@document['record_type'])} is created"

        "#{a(@document['record_type'])} reaches #{stage_name(stage)}"
      end

      def stage_name(id)
        path = @type&.path or return id

        path.field.option(id)&.name || id
      end

      def a(type_id) = Words.indefinite(@policy.record_type(type_id)&.noun || type_id)

      def name(kind, id) = @directory.name_of(kind, id)

      def step(step)
        kind, told = step.first
        case kind
        when "write" then "sets #{values(told, @type)}"
        when "make" then made(told)
        when "tell" then message(told)
        end
      end

      def made(told)
        type = @policy.record_type(told["record_type"])
        back = told["through"] && "with the #{@type&.noun || @document['record_type']} as its " \
                                  "#{field(type, told['through'])} and "
        "creates #{a(told['record_type'])} #{back || 'with '}#{values(told['values'], type)}"
      end

      # type: Catalogue::RecordType of the record that is written, or nil.
      def values(list, type)
        Words.list(list.map { |id, value| "#{field(type, id)} #{source(value, type&.field(id))}" })
      end

      def source(value, field)
        return "to today" if value["today"]
        return "to its #{field(@type, value['from'])}" if value["from"]

        "to “#{written(value['value'], field)}”"
      end

      def written(raw, field)
        value = field ? Decisions::Values.read(field, raw) : raw
        return CanonicalJson.write(raw) if field.nil? || value.is_a?(Conditions::Unreadable)

        field.say(value, @directory)
      end

      def message(told)
        kind, id = told["to"].first
        fields = (told["fields"] || []).map { |each| field(@type, each) }
        with = fields.any? ? " with #{Words.list(fields)}" : ""
        "notifies #{name(kind.to_sym, id)} “#{told['words']}”#{with}"
      end

      def field(type, id) = type&.field(id)&.name || id
    end
  end
end
