# frozen_string_literal: true

module Server
  # Records that a decision about one record looks up through its references. What the record refers to as it is stored
  # counts whoever looks; a number that is typed counts only for who may meet that record, and is to all others that of
  # no record: nothing is learnt by typing numbers.
  class Referred
    # The parts of a question by which records are looked up. Parameters as of new.
    def self.of(visitor, type, stored)
      new(visitor, type, stored).then { |found| { related: found, units: found.method(:unit_of) } }
    end

    # visitor: Visitor; type: RecordType; stored: Hash of field identifier to JSON value, of the record as it is stored.
    def initialize(visitor, type, stored)
      @visitor = visitor
      @known = Set.new
      @met = {}
      know(type, stored)
    end

    # JSON values of a record by field, nil where there is none for them. type: identifier; number: String.
    def call(type, number)
      return nil unless there?(type, number)

      values = Record.find_by(record_type: type, number: number)&.values
      know(@visitor.state.policy.record_type(type), values) if values
      values
    end

    # Identifier of the unit of a record; nil as for call.
    def unit_of(type, number) = there?(type, number) ? Record.unit_of(type, number) : nil

    private

    def there?(type, number)
      return true if @known.include?([type, number])

      @met.fetch([type, number]) { |key| @met[key] = @visitor.meets?(type, number) }
    end

    # Notes what a record that counts refers to.
    def know(type, values)
      type&.fields&.each do |field|
        number = values[field.id] if field.family == :reference
        @known << [field.refers_to, number] if number
      end
    end
  end
end
