# frozen_string_literal: true

module Server
  # Which of the records that the user who asks may open an edit meets: how many, by how many people, and which of them
  # could no longer be saved as they are. Whoever asks learns nothing of values that they may not see themselves: in the
  # place of these stand made-up ones, and it is said of which fields.
  class StoredImpact
    # Records of one type that are listed at most, and records read at once.
    LISTED = 500
    AT_ONCE = 500

    # before, after: PolicyStore::Compiled; sight: Sight of the user who asks.
    def initialize(before, after, sight)
      @states = [before, after]
      @sight = sight
      @difference = PolicyDifference.new(before, after)
      @looked_up = {}
    end

    # A JSON-ready Hash, or nil when the block, which is told how far it is as [done, total, words], answers :stop.
    def work_out(&progress)
      searches = @difference.types.to_h { |id| [id, search(id)] }.select { |_, search| search.any? }
      total = searches.keys.sum { |id| @sight.records(id).count }
      done = 0
      parts = searches.map do |id, search|
        found = part(id, search) { progress.call(done += 1, total, name_of(id)) } or return nil
        found
      end
      { "looked_at" => total, "concerned" => searches.size, "types" => parts.reject do |part|
        part["met"].zero? && part["made_up"].empty?
      end }
    end

    private

    def search(id)
      CobaltLedger::Changes::StoredRecords.new(
        *@states.map(&:engine), id, @difference.of(id), at: Time.now, related: method(:related)
      )
    end

    # The block answers :stop to break off.
    def part(id, search)
      met = []
      made_up = Set.new
      @sight.records(id).find_each(batch_size: AT_ONCE) do |record|
        return nil if yield == :stop

        seen = @sight.of(record, types(id).first)
        made_up.merge(seen.made_up)
        met << search.meet(stored(record, seen))
      end
      told(id, search, met.compact, made_up)
    end

    def stored(record, seen)
      CobaltLedger::Changes::StoredRecords::Stored.new(
        number: record.number, unit: record.unit, stored: seen.stored, locked: record.locked
      )
    end

    def told(id, search, met, made_up)
      stuck = met.select { |each| each.stuck.positive? }
      { "record_type" => id, "name" => name_of(id), "met" => met.size, "people" => search.people,
        "made_up" => (made_up & telling(id)).map { |field| field_name(id, field) }.sort,
        "stuck" => stuck.size, "records" => (stuck + (met - stuck)).first(LISTED).map { |each| line(id, each) } }
    end

    # Fields whose values can make a difference: those that rules look at, and those that are met otherwise.
    def telling(id)
      met = @difference.of(id).flatten.to_set(&:field)
      @states.reduce(met) do |found, state|
        type = state.policy.record_type(id) or next found
        found | CobaltLedger::Decisions::ValueEffects.fields_read(state.policy.rules_of(id).flat_map(&:readers), type)
      end
    end

    def line(id, met)
      { "number" => met.number, "unit" => @states[1].directory.name_of(:unit, met.unit), "people" => met.people,
        "fields" => met.fields.map { |field| field_name(id, field) }, "stuck" => met.stuck,
        "obstacles" => met.obstacles }
    end

    def name_of(id) = types(id).first.name
    def field_name(id, field) = types(id).filter_map { |type| type.field(field) }.first.name
    def types(id) = @states.reverse.filter_map { |state| state.policy.record_type(id) }

    # Values of a record that another refers to, as the user who asks may see them; each is read once.
    def related(type, number)
      @looked_up.fetch([type, number]) { |key| @looked_up[key] = @sight.values(types(type).first, number) }
    end
  end
end
