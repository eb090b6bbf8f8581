# frozen_string_literal: true

module Server
  # What forms a record type would give, before its edit is kept: its faults, and the form one person would meet.
  class RecordTypePreview
    # document: record type; params: the question of the person who looks at the form; sight: Sight of whoever edits.
    def initialize(document, params, sight)
      @sight = sight
      @document = document
      @params = params.merge("record_type" => document["id"])
    end

    def to_h
      CobaltLedger::Formats::Schema.check!("record-type", @document)
      state = PolicyStore.instance.with_subject("record_type", @document)
      { "faults" => [] }.merge(Rehearsal.new(state, @params, @sight).to_h)
    rescue CobaltLedger::BadInput => e
      { "faults" => Problem.faults(e) }
    end
  end
end
