# frozen_string_literal: true

module Server
  # What a save of a form would do to what was typed and to what is stored, told before it is made: what of the typing
  # will not be stored, what is cleared, and what keeps it from being saved.
  class SaveForecast
    # form: CobaltLedger::Decisions::TypedForm; plain: true for people who know nothing of rules.
    def initialize(form, plain: false)
      @start = form.start
      @typing = form.typing
      @decision = form.decision
      @plain = plain
    end

    # {"put_aside" => [{"field", "name", "words"}], "clears" => the same, "refused" => [{"field", "words"}]}; lists that
    # are empty are left out.
    def to_h
      {
        "put_aside" => @typing.aside.map { |aside| line(aside.field, @plain ? aside.plain : aside.words) },
        "clears" => cleared, "refused" => @typing.changes.empty? ? [] : unreadable + objections
      }.reject { |_, list| list.empty? }
    end

    private

    # Only of fields whose value the person has seen, or has typed: nothing else is to be known of here.
    def cleared
      @decision.settled.written.filter_map do |id, write|
        next unless write.value.nil? && (filled?(id) || @typing.kept[id])

        by = write.action.contribution
        why = @plain ? " (#{by.title})" : ", by rule #{by.number} #{by.title}"
        line(field(id), "Saving clears #{field(id).name}#{why}")
      end
    end

    # What was typed and can't be read.
    def unreadable
      @typing.changes.filter_map do |id, raw|
        field(id).parse(raw)
        nil
      rescue CobaltLedger::Catalogue::Kind::Unsuitable => e
        { "field" => id, "words" => "#{field(id).name} #{e.message}" }
      end
    end

    # What rules hold against the save as it is.
    def objections
      @decision.objections.map { |each| { "field" => each.field&.id, "words" => each.message }.compact }.uniq
    end

    def filled?(id) = !@start[id].hidden? && !@start[id].masked? && !@start.values[id].nil?
    def field(id) = @start.question.record_type.field(id)
    def line(field, words) = { "field" => field.id, "name" => field.name, "words" => words }
  end
end
