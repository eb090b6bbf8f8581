# frozen_string_literal: true

module CobaltLedger
  module Changes
    # One way in which two policies answer differently. before, after: Answer, nil where the policy does not know the
    # field; people, units, channels: Array of identifiers; asks: Array of words of conditions that have to hold
    # together; from, till: Time at which that begins, and before which it ends, nil for open; example:
    # Decisions::Question that was decided under both and did differ; partly: true where only the example is known, and
    # not when else it is so.
    Line = Struct.new(
      :record_type, :field, :mode, :channels, :people, :units, :before, :after, :asks, :from, :till, :example,
      :partly, keyword_init: true
    ) do
      # When it is so, in words; nil for always.
      def condition = asks.empty? ? nil : asks.join(" and ")

      # Array of words, as Direction tells them.
      def direction = Direction.of(before, after)

      # Identifiers of those of the people who are in the directory.
      def users = people - [Directory::User::NEWCOMER.id]

      # What lines have in common that differ only in whom they are about.
      def subject = to_h.except(:people, :units, :channels, :example)
    end
  end
end
