# frozen_string_literal: true

module CobaltLedger
  module Commands
    # bin/ledger compare: for whom two policies, or two directories, come to different answers.
    class CompareCommand < Command
      known_as "compare", order: 5
      says <<~TEXT
        compare         lists whose access two policies decide differently; exits with 1 when there is a difference,
                        or when something could not be decided
          --from FILE --to FILE --directory FILE   each policy may also be a folder, as split writes it
          --directory-to FILE  people after the change (default: the same)
          --record-type ID     only this one
          --since MOMENT       nothing before it, as in 2026-11-25T14:10:00Z (default: any time)
          --format NAME        text (default) or json
      TEXT

      # Returns :found when anything differs, or could.
      def run
        engines = [engine("from", directory), engine("to", people_after)]
        format = one_of("format", %w[text json], "text")
        comparison = Changes::Comparison.new(*engines, since: since)
        types = types(comparison)
        if format == "json" then print_json(Formats::ComparisonJson.write(comparison, types))
        else out.write(text(comparison, types, engines))
        end
        :found if comparison.lines(types).any? || comparison.undecided(types).any?
      end

      private

      def engine(name, people)
        Decisions::Engine.new(policy_at(needed(name), people).first, people)
      end

      def people_after
        path = options["directory-to"] or return directory
        in_file(path) { |text| Formats::DirectoryJson.read(text).first }
      end

      def types(comparison)
        asked = options["record-type"] or return comparison.record_types
        return [asked] if comparison.record_types.include?(asked)

        raise BadInput.at("--record-type", "neither policy has such a record type")
      end

      def since
        options["since"] && Time.iso8601(options["since"])
      rescue ArgumentError
        raise BadInput.at("--since", "must be a moment such as 2026-11-25T14:10:00Z")
      end

      # One sentence a line, and what could not be decided.
      def text(comparison, types, engines)
        wording = Changes::Wording.new(engines.map(&:policy), engines.last.directory)
        told = wording.told(comparison.lines(types), comparison.undecided(types))
        told = ["No one’s access changes."] if told.empty?
        [*told, *wording.not_compared(comparison.strangers)].map { |line| "#{line}\n" }.join
      end
    end
  end
end
