# frozen_string_literal: true

module Server
  # Gives the next number of a record type.
  module NumberGiver
    module_function

    # type: CobaltLedger RecordType. "LN-####" after LN-0042 gives "LN-0043".
    def next(type) = several(type, 1).first

    # The next few: Array of String. count: Integer.
    def several(type, count)
      return [] if count.zero?

      pattern = type.fields.find(&:numbered?)&.numbering || "#{type.id}-#####"
      head, marks, tail = pattern.match(/\A([^#]*)(#+)([^#]*)\z/)&.captures || [pattern, "####", ""]
      taken = Record.where(record_type: type.id).pluck(:number)
        .filter_map { |number| number[/\A#{Regexp.escape(head)}(\d+)#{Regexp.escape(tail)}\z/, 1]&.to_i }
      last = taken.max || 0
      ((last + 1)..(last + count)).map { |number| "#{head}#{number.to_s.rjust(marks.size, '0')}#{tail}" }
    end
  end
end
