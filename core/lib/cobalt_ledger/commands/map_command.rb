# frozen_string_literal: true

module CobaltLedger
  module Commands
    # bin/ledger map: the fields of a record type against the roles of the directory.
    class MapCommand < Command
      known_as "map", order: 2
      says <<~TEXT
        map             prints the access map of a record type
          --policy FILE --directory FILE --record-type ID --mode MODE
          --unit ID          the unit that owns the records (default: the first that has none below it)
          --channel NAME     form (default), import, automation or interface
          --format NAME      #{Formats::MapWriter.names.join(', ')} (default: #{Formats::MapWriter.names.first})
      TEXT

      def run
        policy = policy()
        question = question(policy)
        writer = Formats::MapWriter[one_of("format", Formats::MapWriter.names, Formats::MapWriter.names.first)]
        columns = directory.roles.map { |role| directory.bare(:role, role.id) }
        out.write(writer.write(Decisions::AccessMap.new(Decisions::Engine.new(policy, directory), question, columns)))
        nil
      end

      private

      def question(policy)
        Decisions::Question.new(principals: directory.bare(:everyone),
                                record_type: record_type(policy), unit: unit,
                                mode: one_of("mode", Decisions::Question::MODES),
                                channel: one_of("channel", Decisions::Question::CHANNELS, "form"), at: Time.now)
      end

      def unit
        unit = options["unit"] or return directory.owning_units.first
        directory.find(:unit, unit) ? unit : raise(BadInput.at("--unit", "no unit “#{unit}” in the directory"))
      end
    end
  end
end
