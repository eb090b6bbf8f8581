# frozen_string_literal: true

module CobaltLedger
  module Rules
    # What happens by itself when a record is created or reaches a stage, done as a program of the directory. Immutable.
    #
    # user: identifier of that program; start: {"created" => true} or {"stage" => identifier}; steps: Array of
    # {"write" => values}, {"make" => ...} or {"tell" => ...}, as in the document; owner: who is told of refusals, or
    # nil.
    Automation = Struct.new(:id, :title, :user, :record_type, :start, :steps, :owner, :on, keyword_init: true) do
      def on? = on

      # Does it start at something that was done? before, after: stage of the record, nil where it has none; created: is
      # the record new?
      def starts?(before, after, created:)
        return created if start["created"]

        after == start["stage"] && (created || before != after)
      end

      # What it writes, as Policy::Writer: in the record that it starts from, and in those that it makes.
      def writers
        steps.filter_map do |step|
          written = step["write"] || step.dig("make", "values") or next
          Policy::Writer.new(
            record_type: step.dig("make", "record_type") || record_type, fields: written.keys, title: title, user: user,
            channel: "automation", making: step.key?("make")
          )
        end
      end

      # Values that it copies into records that it makes: Array of [record type made, reference or nil, Hash of
      # identifier there to identifier here].
      def copies
        steps.filter_map do |step|
          made = step["make"] or next
          from = made["values"].filter_map { |id, value| [id, value["from"]] if value["from"] }.to_h
          [made["record_type"], made["through"], from] if from.any?
        end
      end
    end
  end
end
