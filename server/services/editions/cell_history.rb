# frozen_string_literal: true

module Server
  # What someone could come to on one field, from the first edition on: when it changed, by whose edit, signed by whom,
  # and where other people and not another edition made the difference.
  class CellHistory
    # Moments looked at at most, from now back.
    MOST = 120

    # params: as QuestionReader, without a moment, and "field"; sight: Sight of the user who asks.
    def initialize(params, sight)
      @params = params.except("field", "at")
      @field = params["field"]
      @sight = sight
    end

    # {"field", "who", "items" => the changes, newest first, "whole" => did it begin with the first edition?}.
    def to_h
      moments = turns
      looked = moments.last(MOST)
      found = answers(looked)
      raise CobaltLedger::BadInput.at("/field", "no edition has this field") if found.all? { |each| each[:levels].nil? }

      changed = found.each_with_index.select { |each, index| index.zero? || each[:levels] != found[index - 1][:levels] }
      { "field" => @name || @field, "who" => @who, "whole" => looked.size == moments.size,
        "items" => changed.map { |each, index| line(each, index.zero? ? nil : found[index - 1]) }.reverse }
    end

    private

    # Moments at which an edition or other people came: Array of [Time, Edition or DirectoryVersion, Past].
    def turns
      editions = Edition.order(:number).select(:id, :number, :published_at, :published_by, :note).to_a
      people = DirectoryVersion.order(:id).select(:id, :created_at, :imported_by, :sha256).to_a
      begun = editions.first.published_at
      later = people.select { |each| each.created_at > begun }
      (editions.map { |each| [each.published_at, each] } + later.map { |each| [each.created_at, each] })
        .sort_by { |moment, each| [moment, each.id] }
        .map { |moment, each| [moment, each, PastState.at(moment)] }
    end

    def answers(turns)
      known = {}
      turns.map do |moment, cause, past|
        key = digest(past)
        known[key] = levels(past) unless known.key?(key)
        { at: moment, cause: cause, past: past, levels: known[key] }
      end
    end

    # What the answer depends on: as long as it is the same, so is the answer. Only the rules and baselines of other
    # record types can't make a difference.
    def digest(past)
      document = document_of(past.edition)
      own = %w[rules baselines].to_h do |list|
        [list, (document[list] || []).select { |item| item["record_type"] == @params["record_type"] }]
      end
      CobaltLedger::CanonicalJson.digest(
        document.except("expectations", "approval").merge(own, "people" => past.directory)
      )
    end

    # Turns come in the order of time: an edition is asked for several times in a row, and then no more.
    def document_of(number)
      @document = [number, Edition.find_by!(number: number).policy_document] unless @document && @document[0] == number
      @document[1]
    end

    # Levels that it can have, the most open last; nil where the field, or the user asked about, was not there.
    def levels(past)
      state = PolicyStore.instance.past(past)
      question = QuestionReader.new(state, @sight).read(@params)
      subject = question.record_type.subject(@field) or return nil
      @name = subject.name
      @who = question.principals.title
      order = CobaltLedger::Access::State::ORDER
      found(state, question, subject).sort_by { |level| order.fetch(level) }
    rescue CobaltLedger::BadInput
      nil
    end

    def found(state, question, subject)
      if @params["record"].to_s.empty? && @params["entered"].to_h.empty?
        question = state.engine.while_open(question) if question.record_type.field(subject.id)
        state.engine.feasible(question).of(subject.id).first.map { |outcome| outcome.decision.level }
      else
        [state.engine.decide(question).everything[subject.id].level]
      end
    end

    def line(each, before)
      told = { "at" => each[:at].iso8601, "edition" => each[:past].edition, "levels" => each[:levels],
               "before" => before && before[:levels] }
      told.merge(each[:cause].is_a?(Edition) ? by_edition(each[:cause]) : by_people(each[:cause])).compact
    end

    def by_edition(edition)
      set = ChangeSet.find_by(published_edition: edition.number)
      edits = set ? set.edits.select { |edit| touches?(edit) } : []
      { "cause" => "edition", "by" => edition.published_by, "note" => edition.note, "change_set" => set&.name,
        "edits" => edits.map { |edit| { "title" => title(edit), "author" => edit.author } },
        "approved_by" => set ? EditionView.approved_by(set) : [] }
    end

    def by_people(version) = { "cause" => "people", "by" => version.imported_by, "edits" => [], "approved_by" => [] }

    def touches?(edit)
      sides = [edit.to_change.before, edit.to_change.after].compact
      case edit.kind
      when "expectation" then false
      when "record_type" then edit.subject == @params["record_type"]
      when "rule", "baseline" then sides.any? { |side| side["record_type"] == @params["record_type"] }
      else true
      end
    end

    def title(edit)
      document = edit.to_change.then { |change| change.after || change.before }
      document.is_a?(Hash) ? document["title"] || document["name"] : edit.subject.tr("_", " ")
    end
  end
end
