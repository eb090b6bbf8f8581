# frozen_string_literal: true

module Server
  # In which modes some audiences meet some fields, so that a rule that is begun about them speaks of just these.
  class ModesAsked
    # params: as QuestionReader; fields: Array of identifiers of fields and actions; audiences: Array of String
    # ("role:courier"); sight: Sight of the user who asks.
    def initialize(state, params, fields, audiences, sight)
      @state = state
      reader = QuestionReader.new(state, sight)
      @question = reader.read(params)
      @people = audiences.map { |key| reader.audience(key) }
      @subjects = fields.each_with_index.map do |id, index|
        @question.record_type.subject(id) or
          raise CobaltLedger::BadInput.at("/fields/#{index}", "#{@question.record_type.name} has no field “#{id}”")
      end
    end

    def to_h
      { "modes" => CobaltLedger::Decisions::ModesMet.new(@state.engine, @question).of(@subjects, @people) }
    end
  end
end
