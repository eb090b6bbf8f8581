# frozen_string_literal: true

module Server
  # Records that a decision about one record looks up through its references. What the record refers to as it is stored
  # counts the viewer; a number that is typed counts only for who may meet that record, and is to all others that of
  # no record: nothing is learnt by typing numbers.
  class Referred
    # The parts of a question by which records are looked up. Parameters as of new.
    def self.of(visitor, type, stored)
      new(visitor, type, stored).then { |found| { related: found, units: found.method(:unit_of) } }
    end

    # visitor: Visitor; type: RecordType; stored: Hash of field identifier to JSON value, of the record as it is stored.
    def initialize(visitor, type, stored)
      @visitor = visitor
      @type = type
      @stored = stored
      @met = {}
    end

    # JSON values of a record by field, nil where there is none for them. type: identifier; number: String.
    def call(type, number)
      return nil unless there?(type, number)

      values = Record.find_by(record_type: type, number: number)&.values
      known.merge(references(@visitor.state.policy.record_type(type), values)) if values
      values
    end

    # Identifier of the unit of a record; nil as for call.
    def unit_of(type, number) = there?(type, number) ? Record.unit_of(type, number) : nil

    private

    def there?(type, number)
      return true if known.include?([type, number])

      @met.fetch([type, number]) { |key| @met[key] = @visitor.meets?(type, number) }
    end

    # Most questions look nothing up, so that this is calculated for the first that does.
    def known = @known ||= references(@type, @stored).to_set

    # What a record refers to: Array of [identifier of a record type, number].
    def references(type, values)
      fields = type ? type.fields.select { |field| field.family == :reference && values[field.id] } : []
      fields.map { |field| [field.refers_to, values[field.id]] }
    end
  end
end
