# frozen_string_literal: true

module CobaltLedger
  module Access
    # What actions and the whole record begin with, as a label gives it to a field.
    module Starts
      KNOWN = Memory.new(100)

      # subject: Catalogue::Action or Catalogue::WholeRecord. Returns a Catalogue::Label.
      def self.of(subject)
        KNOWN.fetch(subject.id) do
          Catalogue::Label.new(id: subject.id, name: subject.start_words, start: State.from(subject.start)).freeze
        end
      end
    end
  end
end
