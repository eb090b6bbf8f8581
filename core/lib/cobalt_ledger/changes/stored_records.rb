# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Which records that are stored are met otherwise under one policy than under another, by how many people, and which
    # of them could no longer be saved as they are. Each is decided under both, by those of whom a comparison tells
    # that they may meet a difference.
    class StoredRecords
      # A record. unit: identifier; stored: Hash of field identifier to JSON value; locked: its flag.
      Stored = Struct.new(:number, :unit, :stored, :locked, keyword_init: true)

      # One that is met otherwise. people: how many people meet it so; fields: identifiers of what they meet otherwise;
      # stuck: how many of them could save it before, as it is, and can't any more; obstacles: why, in words.
      Met = Struct.new(:number, :unit, :people, :fields, :stuck, :obstacles, keyword_init: true)

      # from, to: Decisions::Engine before and after; id: of the record type; told: [Array of Line, Array of Undecided]
      # of that type; at: Time of asking; related: as of Decisions::Question.
      def initialize(from, to, id, told, at:, related:)
        @engines = [from, to]
        @id = id
        @meeting = MeetingPeople.new(told.flatten)
        @at = at
        @related = related
        @everybody = Set.new
        @counted = {}.compare_by_identity
        @savings = @engines.map { |engine| Decisions::Saving.new(engine) }
      end

      # Is there anyone who may meet a stored record otherwise?
      def any? = @meeting.any?

      # How many people have met a record otherwise so far.
      def people = @everybody.size

      # record: Stored. Returns Met, or nil where no one meets it otherwise.
      def meet(record)
        named = named_by(record)
        found = Met.new(number: record.number, unit: record.unit, people: 0, fields: [], stuck: 0, obstacles: [])
        @meeting.of(record.unit).each { |kind| kind.parted(named).each { |people| note(found, kind, people, record) } }
        found if found.people.positive?
      end

      private

      # people: who can't be decided apart on this record.
      def note(found, kind, people, record)
        fields = []
        obstacles = []
        kind.asked(record.unit).each do |(mode, channel), ids|
          decisions = @engines.map { |engine| decide(engine, people.first, record, mode, channel) }
          fields |= ids.reject { |id| met(decisions[0], id) == met(decisions[1], id) }
          obstacles |= obstacles(decisions) if mode == "edit" && channel == "form"
        end
        return if fields.empty?

        found.people += people.size
        found.fields |= fields
        @counted[people] ||= @everybody.merge(people)
        return if obstacles.empty?

        found.stuck += people.size
        found.obstacles |= obstacles.map(&:words)
      end

      # A Decision, or nil where the policy does not know the record type.
      def decide(engine, person, record, mode, channel)
        type = engine.policy.record_type(@id) or return nil
        engine.decide(
          Decisions::Question.new(
            principals: engine.directory.principals_of(person), record_type: type, unit: record.unit, mode: mode,
            channel: channel, stored: record.stored, locked: record.locked, at: @at, related: @related
          )
        )
      end

      # All that someone meets of a field.
      def met(decision, id)
        field = decision && decision[id] or return nil
        form = decision.question.form
        [field.state, field.disclose(decision.values[id]), form.nil? || form.fields.include?(field.field),
         decision.offers.filter_map { |offer| [offer.value, offer.note] if offer.field.id == id },
         decision.objections.filter_map { |each| each.message if each.contribution.targets?(field.field) }]
      end

      # Obstacles to saving that were not there before, for someone who could change something.
      def obstacles(decisions)
        return [] if decisions.any?(&:nil?) || decisions[1].fields.values.none?(&:open?)

        before, after = @savings.zip(decisions).map { |saving, decision| saving.obstacles(decision) }
        known = before.to_set { |each| print(each) }
        after.reject { |each| known.include?(print(each)) }
      end

      # What makes an obstacle the same before and after.
      def print(refusal) = [refusal.field, refusal.kind, refusal.kind == "refused" ? refusal.words : nil]

      # Identifiers of people whom the record names, or a record that it refers to: of these alone a condition can tell
      # that they are the one who asks.
      def named_by(record)
        referred = @engines.filter_map { |engine| engine.policy.record_type(@id) }.flat_map(&:fields)
          .select { |field| field.refers_to && record.stored[field.id].is_a?(String) }
          .filter_map { |field| @related&.call(field.refers_to, record.stored[field.id]) }
        [record.stored, *referred].flat_map(&:values).grep(String).to_set
      end
    end
  end
end
