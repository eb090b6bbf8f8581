# frozen_string_literal: true

module Server
  # A decided form as it is sent: sections, fields in order, what each may be, and the values that may be seen.
  class FormView
    # decision: CobaltLedger::Decisions::Decision; directory: for the names of people.
    # ghosts: true to say where hidden fields would stand (for rehearsal only).
    def initialize(decision, directory, ghosts: false)
      @decision = decision
      @directory = directory
      @ghosts = ghosts
      @type = decision.question.record_type
    end

    def to_h
      { "record_type" => @type.id, "name" => @type.name, "mode" => @decision.question.mode, "unit" => @decision.question.unit,
        "sections" => @type.sections.filter_map { |section| section_view(section) } }
    end

    private

    def section_view(section)
      fields = @type.fields_in(section.id).filter_map { |field| field_view(field) }
      fields.empty? ? nil : { "id" => section.id, "name" => section.name, "fields" => fields }
    end

    def field_view(field)
      decided = @decision[field.id]
      # A hidden field is absent, not merely unseen.
      return @ghosts ? { "id" => field.id, "name" => field.name, "kind" => field.kind_name, "level" => "hidden" } : nil if decided.hidden?

      open = decided.open?
      { "id" => field.id, "name" => field.name, "kind" => field.kind_name, "level" => decided.level, "required" => decided.required?,
        "help" => field.help, "options" => open && field.options.any? ? field.options.map { |option| { "id" => option.id, "name" => option.name } } : nil,
        "value" => decided.disclose(@decision.values[field.id]).first, "words" => words(field, decided),
        "mask_words" => decided.masked? ? decided.state.mask.words : nil, "refers_to" => field.refers_to }.compact
    end

    # The value as a person reads it.
    def words(field, decided)
      value = @decision.values[field.id]
      return decided.disclose(value).first if decided.masked?
      return value.message if value.is_a?(CobaltLedger::Conditions::Unreadable)
      return nil if value.nil?

      field.say(value, @directory)
    end
  end
end
