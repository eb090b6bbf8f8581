# frozen_string_literal: true

module CobaltLedger
  module Audit
    # Where the question of an example stands, in words, so that a finding says no more than its example shows.
    module Where
      module_function

      # found: Anywhere::Found; survey: Survey. " when viewing through a program at Orrery Hall, on some records".
      def of(found, survey)
        question = found.question
        channel = question.channel == "form" ? "" : " through #{Space::CHANNELS.fetch(question.channel)}"
        " when #{Space::MODES.fetch(question.mode)}#{channel} at #{survey.directory.name_of(:unit, question.unit)}" \
          "#{', on some records' if found.conditional}"
      end
    end
  end
end
