# frozen_string_literal: true

module Server
  # What a save of a form would do to what was typed and to what is stored, told before it is made: what of the typing
  # will not be stored, and what is cleared.
  class SaveForecast
    # form: CobaltLedger::Decisions::TypedForm.
    def initialize(form)
      @start = form.start
      @typing = form.typing
      @decision = form.decision
    end

    # {"put_aside" => [{"field", "name", "words"}], "clears" => the same}; lists that are empty are left out.
    def to_h
      {
        "put_aside" => @typing.aside.map { |aside| line(aside.field, aside.words) }, "clears" => cleared
      }.reject { |_, list| list.empty? }
    end

    private

    # Only of fields whose value the person has seen, or has typed: nothing else is to be known of here.
    def cleared
      @decision.settled.written.filter_map do |id, write|
        next unless write.value.nil? && (filled?(id) || @typing.kept[id])

        by = write.action.contribution
        line(field(id), "Saving clears #{field(id).name}, by rule #{by.number} #{by.title}")
      end
    end

    def filled?(id) = !@start[id].hidden? && !@start[id].masked? && !@start.values[id].nil?
    def field(id) = @start.question.record_type.field(id)
    def line(field, words) = { "field" => field.id, "name" => field.name, "words" => words }
  end
end
