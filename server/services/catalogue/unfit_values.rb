# frozen_string_literal: true

module Server
  # Which of the values that records hold a field could no longer read if it were otherwise. Values that the user who
  # asks may not see are only counted.
  class UnfitValues
    # Different values listed at most; seconds after which what is left is only counted.
    LISTED = 200
    TIME = 4

    # before, after: RecordType with the same identifier, after nil where it goes; sight: Sight of the user who asks.
    def initialize(before, after, sight)
      @before = before
      @after = after
      @sight = sight
    end

    # Array of {"field", "name", "held" => records that hold something there, "unfit", "values" => [{"value", "words",
    # "count", "becomes"}], "unseen" => how many of the unfit are not listed, "named" => how many become the option
    # whose name they are}, for fields that read values otherwise or go.
    def to_a
      fields = @before.fields.select { |field| otherwise?(field, @after&.field(field.id)) }
      return [] if fields.empty?

      @ends = Process.clock_gettime(Process::CLOCK_MONOTONIC) + TIME
      counts = fields.to_h { |field| [field.id, { held: 0, unfit: 0, unseen: 0, named: 0, values: Hash.new(0) }] }
      Record.where(record_type: @before.id).find_each(batch_size: CarriedValues::AT_ONCE) do |record|
        count(record, fields, counts)
      end
      fields.map { |field| told(field, counts[field.id]) }.reject { |each| each["held"].zero? }
    end

    private

    def otherwise?(field, other)
      return !field.computed? if other.nil?

      reads(field) != reads(other)
    end

    def reads(field) = [field.kind_name, field.options.map(&:id), field.max_length, field.refers_to]

    def count(record, fields, counts)
      values = record.values
      hidden = nil
      fields.each do |field|
        value = values[field.id]
        next if value.nil?

        found = counts[field.id]
        found[:held] += 1
        next if fits?(@after&.field(field.id), value)

        named = named(field, value)
        found[named ? :named : :unfit] += 1
        hidden ||= late? ? :all : @sight.of(record, @before).made_up
        full = found[:values].size >= LISTED && !found[:values].key?(value)
        if hidden == :all || hidden.include?(field.id) || full
          found[:unseen] += 1 unless named
        else
          found[:values][value] += 1
        end
      end
    end

    def late? = Process.clock_gettime(Process::CLOCK_MONOTONIC) > @ends

    # A field that goes reads nothing, and leaves what is there.
    def fits?(field, value)
      field.nil? || CarriedValues.unfit(field, value).nil?
    end

    # What the value becomes by itself, as the name of an option, or nil.
    def named(field, value) = @after.field(field.id)&.then { |after| CarriedValues.option_named(after, value) }

    def told(field, found)
      values = found[:values].sort_by { |value, count| [-count, value.to_s] }
      { "field" => field.id, "name" => field.name, "goes" => @after&.field(field.id).nil?, "held" => found[:held],
        "unfit" => found[:unfit], "unseen" => found[:unseen], "named" => found[:named],
        "values" => values.map do |value, count|
          { "value" => value, "words" => words(field, value), "count" => count,
            "becomes" => named(field, value) }.compact
        end }
    end

    def words(field, value)
      field.display(field.parse(value))
    rescue CobaltLedger::Catalogue::Kind::Unsuitable
      value.is_a?(String) ? value : CobaltLedger::CanonicalJson.write(value)
    end
  end
end
