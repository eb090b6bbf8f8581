# frozen_string_literal: true

module Server
  # Figures for a monitoring system, in the text format of OpenMetrics 1.0. They hold the seal of the journal's last
  # entry: what is collected elsewhere shows whether entries were cut off or written anew.
  module Metrics
    TYPE = "application/openmetrics-text; version=1.0.0; charset=utf-8"

    # Each: name, what it is, and what gives [labels, number] pairs.
    GAUGES = [
      ["edition", "Number of the edition in force", -> { [[{}, Edition.newest&.number || 0]] }],
      ["change_sets_open", "Change sets that are open", -> { [[{}, ChangeSet.open.count]] }],
      ["jobs", "Jobs by status", -> { Job.group(:status).count.map { |status, count| [{ status: status }, count] } }],
      ["journal_entries", "Number of the last entry of the journal", -> { [[{}, JournalEntry.maximum(:id) || 0]] }],
      ["journal_sealed", "Last entry of the journal that is sealed, with its digest", -> { sealed }],
      ["sessions", "Sessions that are open", -> { [[{}, Session.where("expires_at > ?", Time.now).count]] }]
    ].freeze

    module_function

    # All of them: String.
    def text
      lines =
        GAUGES.flat_map do |name, words, values|
          name = "cobalt_ledger_#{name}"
          ["# TYPE #{name} gauge", "# HELP #{name} #{words}.",
           *module_exec(&values).map { |labels, number| "#{name}#{labels(labels)} #{number}" }]
        end
      "#{[*lines, '# EOF'].join("\n")}\n"
    end

    def sealed
      seal = JournalSeal.order(:number).last
      seal ? [[{ digest: seal.digest }, seal.number]] : []
    end

    def labels(labels)
      labels.empty? ? "" : "{#{labels.map { |name, value| "#{name}=\"#{value}\"" }.join(',')}}"
    end
    private_class_method :sealed, :labels
  end
end
