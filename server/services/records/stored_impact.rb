# frozen_string_literal: true

module Server
  # Which of the records that are stored an edit meets: how many, by how many people, and which of them could no longer
  # be saved as they stand.
  class StoredImpact
    # Records of one type that are listed at most, and records read at once.
    LISTED = 500
    AT_ONCE = 500

    # before, after: PolicyStore::Compiled.
    def initialize(before, after)
      @states = [before, after]
      @difference = PolicyDifference.new(before, after)
      @looked_up = {}
    end

    # A JSON-ready Hash, or nil when the block, which is told how far it is as [done, total, words], answers :stop.
    def work_out(&progress)
      searches = @difference.types.to_h { |id| [id, search(id)] }.select { |_, search| search.any? }
      total = Record.where(record_type: searches.keys).count
      done = 0
      parts = searches.map do |id, search|
        found = part(id, search) { progress.call(done += 1, total, name_of(id)) } or return nil
        found
      end
      { "looked_at" => total, "types" => parts.reject { |part| part["met"].zero? } }
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
      Record.where(record_type: id).in_batches(of: AT_ONCE) do |batch|
        Record.bare(batch).each do |record|
          return nil if yield == :stop

          met << search.meet(stored(record))
        end
      end
      told(id, search, met.compact)
    end

    def stored(record)
      CobaltLedger::Changes::StoredRecords::Stored.new(
        number: record.number, unit: record.unit, stored: record.values, locked: record.locked
      )
    end

    def told(id, search, met)
      stuck = met.select { |each| each.stuck.positive? }
      { "record_type" => id, "name" => name_of(id), "met" => met.size, "people" => search.people,
        "stuck" => stuck.size, "records" => (stuck + (met - stuck)).first(LISTED).map { |each| line(id, each) } }
    end

    def line(id, met)
      { "number" => met.number, "unit" => @states[1].directory.name_of(:unit, met.unit), "people" => met.people,
        "fields" => met.fields.map { |field| field_name(id, field) }, "stuck" => met.stuck,
        "obstacles" => met.obstacles }
    end

    def name_of(id) = types(id).first.name
    def field_name(id, field) = types(id).filter_map { |type| type.field(field) }.first.name
    def types(id) = @states.reverse.filter_map { |state| state.policy.record_type(id) }

    # Values of a record that another refers to; each is read once.
    def related(type, number)
      @looked_up.fetch([type, number]) do |key|
        @looked_up[key] = Record.find_by(record_type: type, number: number)&.values
      end
    end
  end
end
