# frozen_string_literal: true

module Server
  # A decided form as it is sent: its sections and columns, fields in order, what each may be, the values that may be
  # seen, and what rules offer.
  class FormView
    # decision: CobaltLedger::Decisions::Decision; directory: for the names of people.
    # ghosts: true to say where hidden fields would stand (for rehearsal only); dismissed: keys of offers not to be
    # made; made_up: identifiers of fields in which a made-up value stands; plain: for people who know nothing of rules,
    # to whom it is said why they can't type somewhere, the Rules::Policy.
    def initialize(decision, directory, ghosts: false, dismissed: [], made_up: [], plain: nil)
      @plain = plain
      @decision = decision
      @directory = directory
      @ghosts = ghosts
      @dismissed = dismissed
      @made_up = made_up
      @question = decision.question
      @type = @question.record_type
    end

    def to_h
      { "record_type" => @type.id, "name" => @type.name, "mode" => @question.mode, "unit" => @question.unit,
        "form" => @question.form && { "id" => @question.form.id, "name" => @question.form.name },
        "sections" => @type.layout(@question.form).filter_map { |part| section_view(part) },
        "path" => PathView.new(@decision, self).to_h, "dropped" => dropped,
        "does_not_settle" => @decision.loop.empty? ? nil : @decision.loop.map { |each| rule(each) }.uniq }.compact
    end

    # The value of a field as the person reads it; nil when it is blank or hidden.
    def words(field, decided = @decision[field.id])
      return nil if decided.hidden?

      value = @decision.values[field.id]
      return decided.disclose(value).first if decided.masked?
      return value.message if value.is_a?(CobaltLedger::Conditions::Unreadable)

      value.nil? ? nil : field.say(value, @directory)
    end

    private

    # Of what was typed, the fields whose entries are gone for good, since they were hidden and cleared at once. Fields
    # that were not typed into are not named: who never saw one learns nothing of it.
    def dropped
      @decision.cleared_at_once.intersection(@question.entered.keys).then { |ids| ids.empty? ? nil : ids }
    end

    def section_view(part)
      fields = part.fields.filter_map { |field| field_view(field) }
      fields.empty? ? nil : { "id" => part.id, "name" => part.name, "columns" => part.columns, "fields" => fields }
    end

    def field_view(field)
      decided = @decision[field.id]
      # A hidden field is absent, not merely unseen.
      if decided.hidden?
        return @ghosts ? { "id" => field.id, "name" => field.name, "input" => field.kind.input,
                           "level" => "hidden" } : nil
      end

      {
        "id" => field.id, "name" => field.name, "input" => field.kind.input, "level" => decided.level,
        "required" => decided.required?, "help" => field.help, "options" => decided.open? ? options(field) : nil,
        "value" => decided.disclose(@decision.values[field.id]).first, "words" => words(field, decided),
        "mask_words" => decided.masked? ? decided.state.mask.words : nil, "refers_to" => field.refers_to,
        "made_up" => @made_up.include?(field.id) || nil, "shut" => shut(field, decided)
      }.merge(decided.masked? ? {} : about_value(field)).compact
    end

    # Retired options are offered no more, but for the one that is there.
    def options(field)
      return nil if field.options.empty?

      value = @decision.values[field.id]
      there = value.nil? || value.is_a?(CobaltLedger::Conditions::Unreadable) ? [] : field.kind.picked(value)
      field.options.reject { |option| option.retired? && !there.include?(option.id) }
        .map { |option| { "id" => option.id, "name" => option.name } }
    end

    # Why nothing can be typed into a field that could otherwise be typed into, in words without rules. What is worked
    # out or numbered needs no reason.
    def shut(field, decided)
      return nil unless @plain && %w[create edit].include?(@question.mode)
      return nil if decided.open? || field.computed? || field.numbered?

      CobaltLedger::Decisions::PlainReason.new(@decision, field, @plain).words
    end

    # Where the value comes from, as far as the person may know. Only for fields that are shown.
    def about_value(field)
      write = @decision.settled.written[field.id]
      aside = @decision.aside(field.id)
      {
        "written_by" => write && rule(write.action.contribution),
        "aside" => aside && !aside.is_a?(CobaltLedger::Conditions::Unreadable) ? field.say(aside, @directory) : nil,
        "blank_because" => blank_because(field), "offers" => offers(field)
      }
    end

    def offers(field)
      found = @decision.offers.select { |offer| offer.field == field && !@dismissed.include?(offer.key) }
      if found.empty?
        nil
      else
        found.map do |offer|
          {
            "key" => offer.key, "value" => field.dump(offer.value), "words" => field.say(offer.value, @directory),
            "because" => offer.contribution.title, "note" => offer.note
          }.compact
        end
      end
    end

    # Blank inputs are named only where the person may see that they are blank.
    def blank_because(field)
      return nil unless field.computed?

      blank = @type.formulas.blank(field.id, @decision.values) or return nil
      seen = blank.inputs.all? { |id| !@decision[id].hidden? && !@decision[id].masked? }
      blank.words(seen ? blank.inputs.to_h { |id| [id, @type.field(id).name] } : nil)
    end

    def rule(contribution) = CobaltLedger::Formats::RuleCard.of(contribution)
  end
end
