# frozen_string_literal: true

module Server
  # Gives the next number of a record type.
  module NumberGiver
    module_function

    # type: CobaltLedger RecordType. "LN-####" after LN-0042 gives "LN-0043".
    def next(type)
      pattern = type.fields.find(&:numbered?)&.numbering || "#{type.id}-#####"
      head, marks, tail = pattern.match(/\A([^#]*)(#+)([^#]*)\z/)&.captures || [pattern, "####", ""]
      taken = Record.where(record_type: type.id).pluck(:number)
        .filter_map { |number| number[/\A#{Regexp.escape(head)}(\d+)#{Regexp.escape(tail)}\z/, 1]&.to_i }
      "#{head}#{((taken.max || 0) + 1).to_s.rjust(marks.size, '0')}#{tail}"
    end
  end
end
