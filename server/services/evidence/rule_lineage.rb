# frozen_string_literal: true

module Server
  # Since when rules are as they are: by which edition, whose edit, and signed by whom.
  class RuleLineage
    # What is told of an edition; its document can be large.
    TOLD = %i[number sha256 note published_by published_at].freeze

    # state: PolicyStore::Compiled that the rules belong to; source: the EvidenceSource of the same.
    def initialize(state, source)
      @state = state
      @source = source
      @view = RuleView.new(state, source.document)
    end

    # ids: Array of identifiers. Array of {"rule", "number", "title", "sentence", "since"} in the order of rank; since:
    # as EditionView, nil where an edit that isn't in force made it so.
    def of(ids)
      wanted = ids.to_set
      rules = @state.policy.rules.select { |rule| wanted.include?(rule.id) }
      made = editions(ids)
      rules.map do |rule|
        told = @view.to_h(rule)
        { "rule" => rule.id, "number" => rule.number, "title" => rule.title, "sentence" => told["sentence"],
          "since" => told["status"] == "in_force" ? made.fetch(rule.id) { first } : nil }.compact
      end
    end

    private

    # Hash of identifier to the last edition, as sent, as far as the state goes, that an edit of the rule went into.
    def editions(ids)
      numbers =
        Edit.joins(:change_set).where(kind: "rule", subject: ids, taken_back_at: nil)
          .where(change_sets: { published_edition: ..@source.edition.number })
          .group(:subject).maximum(:published_edition)
      found = Edition.select(*TOLD).where(number: numbers.values.uniq).to_h do |edition|
        [edition.number, EditionView.of(edition)]
      end
      numbers.transform_values { |number| found.fetch(number) }
    end

    def first = @first ||= EditionView.of(Edition.select(*TOLD).order(:number).first)
  end
end
