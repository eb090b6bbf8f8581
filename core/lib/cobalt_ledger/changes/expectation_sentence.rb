# frozen_string_literal: true

module CobaltLedger
  module Changes
    # An expectation read back as one plain sentence, made from what it says: whoever signs a change of it reads that.
    # What it names and is no longer there stands by its identifier.
    class ExpectationSentence
      MODES = Rules::Sentence::MODES
      CHANNELS = Rules::Sentence::CHANNELS
      MAY = { "see" => "shown unmasked to", "see_masked" => "shown, even masked, to", "change" => "changed by" }.freeze

      # document: of the expectation, shaped as its schema says; policy: Rules::Policy; directory: Directory::Directory.
      def initialize(document, policy, directory)
        @document = document
        @policy = policy
        @directory = directory
      end

      def to_s = @document.key?("never") ? claim(@document["never"]) : asked(@document["question"], @document["answer"])

      private

      # "Never shown unmasked to Volunteer: any field labelled Restricted, when viewing or editing."
      def claim(claim)
        audience = Directory::Audience.from(claim["audience"])
        verb = MAY.fetch(claim["may"])
        who = audience.words(@directory)
        # "everyone except Registrar" is "no one except Registrar" where nothing may be.
        head = audience.everyone? ? "#{verb} #{who.sub('everyone', 'no one')}" : "never #{verb} #{who}"
        "#{Words.capitalize(head)}: #{subjects(claim)}#{reach(claim)}."
      end

      def subjects(claim)
        types = claim["record_types"]&.map { |id| @policy.record_type(id) || id }
        told = (claim["fields"] || []).map { |id| field_name(types, id) }
        told.unshift("any field labelled #{labels(claim['labels'])}") if claim["labels"]
        where = types&.map { |type| type.is_a?(String) ? type : Words.indefinite(type.noun) }
        "#{Words.list(told)} of #{where ? Words.list(where, 'or') : 'any record'}"
      end

      def labels(ids) = Words.list(ids.map { |id| @policy.label(id)&.name || id }, "or")

      def field_name(types, id)
        (types || @policy.record_types.values).grep_v(String).filter_map { |type| type.field(id)&.name }.first || id
      end

      def reach(claim)
        modes = (claim["modes"] || []).map { |mode| MODES.fetch(mode) }
        channels = (claim["channels"] || []).map { |channel| CHANNELS.fetch(channel) }
        [modes.any? ? ", when #{Words.list(modes, 'or')}" : "",
         channels.any? ? ", through #{Words.list(channels, 'or')}" : ""].join
      end

      # "Tomas Reyl, editing an outgoing loan at Tidewater House where Stage is Signed: Purpose is read-only."
      def asked(question, answer)
        @type = @policy.record_type(question["record_type"])
        "#{[who(question), circumstances(question), *holding(question)].join(', ')}: #{answers(answer)}."
      end

      def who(question)
        member = question["as"]
        return "Anyone" if member&.key?("everyone")

        kind, id = member ? member.first : ["user", question["user"]]
        name = @directory.name_of(kind.to_sym, id)
        member ? "Anyone who is #{name}and nothing else" : name
      end

      def circumstances(question)
        noun = @type ? Words.indefinite(@type.noun) : question["record_type"]
        unit = @directory.name_of(:unit, question["unit"])
        channel = question["channel"] && question["channel"] != "form" && CHANNELS.fetch(question["channel"])
        form = question["form"] && (@type&.form(question["form"])&.name || question["form"])
        ["#{MODES.fetch(question['mode'])} #{noun} at #{unit}", channel && " through #{channel}", form && " on #{form}",
         question["at"] && " on #{question['at']}", question["network"] && " from #{question['network']}",
         question["place"] && " from #{place(question['place'])}"].grep(String).join
      end

      def place(id) = @policy.places.find { |place| place.id == id }&.name || id

      # What the record holds, and what is typed into it.
      def holding(question)
        return ["for any record"] if question["any_record"]

        stored = values_of(question["stored"]) { |name, value| "#{name} is #{value}" }
        entered = values_of(question["entered"]) { |name, value| "#{value} typed for #{name}" }
        [stored.any? ? "where #{Words.list(stored)}" : nil, entered.any? ? "with #{Words.list(entered)}" : nil,
         question["locked"] ? "locked by hand" : nil, question["lifted"] ? "unlocked for a time" : nil].compact
      end

      # The block is given names and values in words.
      def values_of(values)
        (values || {}).map do |id, raw|
          field = @type&.field(id)
          yield field&.name || id, field ? said(field, raw) : CanonicalJson.write(raw)
        end
      end

      def said(field, raw)
        value = Decisions::Values.read(field, raw)
        value.is_a?(Conditions::Unreadable) ? CanonicalJson.write(raw) : field.say(value, @directory)
      end

      def answers(answer)
        actions = (answer["actions"] || {}).map { |key, wanted| "#{@type&.action(key)&.doing || key} it is #{wanted}" }
        save = { true => ["a save is refused"], false => ["a save is accepted"] }.fetch(answer["refused"], [])
        (levels(answer["levels"] || {}) + actions + save).join("; ")
      end

      # Fields of which the same is expected are told together.
      def levels(expected)
        expected.group_by { |_, wanted| Array(wanted) }.map do |wanted, list|
          names = list.map { |id, _| @type&.subject(id)&.name || id }
          "#{Words.list(names)} #{names.one? ? 'is' : 'are'} #{Words.list(wanted.map { |each| level(each) }, 'or')}"
        end
      end

      def level(name) = Access::State::LEVEL_NAMES.fetch(name).downcase
    end
  end
end
