# frozen_string_literal: true

module Server
  # What an edit of a record type makes of the values that records hold: kept with the edit, done when it is published.
  # By field: {"map" => [{"from", "to"}], "rest" => "keep" or "blank"}, both values as records hold them, nil for blank;
  # the rest is what the field can no longer read. A stored text that is the name of an option becomes that option.
  class CarriedValues
    # Records read at once.
    AT_ONCE = 500

    # Keeps a plan with an edit, beside what still makes sense of what was kept with it before. type: RecordType as it
    # shall be, nil where it goes. Raises CobaltLedger::BadInput.
    def self.keep(edit, type, plan)
      new(type, plan).check! if type
      edit.update!(carried: type ? new(type, edit.carried).sound.merge(plan) : {})
    end

    # Why a field can't hold a JSON value, or nil.
    def self.unfit(field, value)
      field.parse(value)
      nil
    rescue CobaltLedger::Catalogue::Kind::Unsuitable => e
      e.message
    end

    # What a field holds in place of a value that it can't read and that is the name of one of its options: a JSON
    # value, or nil.
    def self.option_named(field, value)
      return nil unless value.is_a?(String)

      name = value.strip.downcase
      found = field.options.select { |option| option.name.downcase == name }
      return nil unless found.size == 1 && unfit(field, value)

      field.family == :choices ? [found.first.id] : found.first.id
    end

    # type: CobaltLedger::Catalogue::RecordType as it shall be; plan: Hash as above; before: the type as it is, or nil.
    def initialize(type, plan, before: nil)
      @type = type
      @plan = plan
      @before = before
    end

    # Raises CobaltLedger::BadInput where a value would become something that its field can't hold.
    def check!
      faults = @plan.flat_map do |id, part|
        field = @type.field(id)
        next [fault("/#{id}", "#{@type.name} has no field “#{id}”")] unless field

        (part["map"] || []).each_with_index.filter_map do |pair, index|
          problem = unfit(field, pair["to"]) and fault("/#{id}/map/#{index}/to", "#{field.name} #{problem}")
        end
      end
      raise CobaltLedger::BadInput, faults if faults.any?
    end

    # The plan without what no longer makes sense: {} where nothing is left.
    def sound
      @plan.select do |id, part|
        field = @type.field(id)
        field && (part["map"] || []).none? { |pair| unfit(field, pair["to"]) }
      end
    end

    # Writes the values anew, in the transaction that it is called in. by: name of who publishes. Returns how many
    # records were written.
    def apply(by)
      maps = @plan.transform_values { |part| (part["map"] || []).to_h { |pair| [key(pair["from"]), pair["to"]] } }
      picked.each { |field| maps[field.id] ||= {} }
      return 0 if maps.empty?

      Record.where(record_type: @type.id).find_each(batch_size: AT_ONCE).count do |record|
        before = record.values
        after = carried(before, maps)
        next false if after == before

        record.values = after
        record.update!(version: record.version + 1, changed_by: by)
      end
    end

    # What is to become of stored values, in words that tell none of them: Array of String.
    def words
      @plan.map do |id, part|
        name = @type.field(id)&.name || id
        count = CobaltLedger::Words.count((part["map"] || []).size, "different stored value")
        rest = part["rest"] == "blank" ? "is cleared" : "stays unchanged"
        "#{name}: publishing replaces #{count}; every other unreadable value #{rest}"
      end
    end

    private

    def fault(place, message) = CobaltLedger::Fault.new(pointer: "/stored_values#{place}", message: message)
    def key(value) = CobaltLedger::CanonicalJson.write(value)

    def carried(values, maps)
      maps.each_with_object(values.dup) do |(id, map), after|
        next if values[id].nil?

        found = key(values[id])
        if map.key?(found)
          after[id] = map[found]
        elsif (option = self.class.option_named(@type.field(id), values[id]))
          after[id] = option
        elsif @plan.dig(id, "rest") == "blank" && unfit(@type.field(id), values[id])
          after.delete(id)
        end
      end.compact
    end

    def choices(field) = [field.kind_name, field.options.map(&:name)]

    # Fields that are picked from options, and were not or from others.
    def picked
      return [] unless @before

      @type.fields.select do |field|
        old = @before.field(field.id)
        old && field.options.any? && choices(old) != choices(field)
      end
    end

    def unfit(field, value) = self.class.unfit(field, value)
  end
end
