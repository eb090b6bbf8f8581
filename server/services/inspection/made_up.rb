# frozen_string_literal: true

module Server
  # Says of an answer about a record in whose place made-up values stand.
  module MadeUp
    module_function

    # reader: QuestionReader. Names of the fields, or nil when all values are the record's own.
    def names(reader)
      return nil if reader.made_up.empty?

      type = reader.state.policy.record_type(reader.record.record_type)
      reader.made_up.filter_map { |id| type.field(id)&.name }
    end
  end
end
