# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # What is stored in a covered field is shown as soon as something open is typed, before anything is saved. That
      # may be what the rules are meant to do, but no one has to leave a trace to read it.
      # Bad: damage notes are hidden until the stage is Returned, and users who can not see them may choose Returned and
      # look. Good: they go by the stage as stored, or the stage is locked to those people.
      class OpenedByTyping < Detector
        known_as "opened_by_typing", order: 42
        describes "Opened by typing",
                  severity: "note",
                  group: "exposed",
                  meaning:
                    "Typing a value reveals a stored value that is hidden or masked, before anything is saved."

        # What the same typing opens to the same person is one finding.
        def findings
          found = @type.fields.reject(&:never_typed?).filter_map { |field| opened(field) }
          found.group_by { |_, question| cause(question) }.values.flat_map { |alike| told_of(alike) }
        end

        private

        # [field, question about a record that shows it, with what is typed; Hash of field identifier to
        # FieldDecision], or nil.
        def opened(field)
          typing = TypedOpen.new(@survey, field)
          found = typing.find
          return [field, *found] if found

          @survey.unsure(field) if typing.unsure?
          nil
        end

        def cause(question) = [question.entered, question.principals, question.unit, question.form_id]

        # alike: Array of what `opened` found for one cause. Those that one record shows all are told together.
        def told_of(alike)
          question, decisions, fields = together(alike)
          rest = alike.reject { |field, *| fields.include?(field) }
          [tell(fields, question, decisions), *rest.map { |field, own, after| tell([field], own, after) }]
        end

        # [question about one record that holds all that the examples hold, decisions of it, fields that are opened on
        # it]; the first example alone, where no more are.
        def together(alike)
          first, question, decisions = alike.first
          held = alike.map { |_, each| each.stored }.reverse.reduce({}, :merge)
          joint = question.with(stored: held)
          subjects = alike.map(&:first) | question.entered.keys.map { |id| @type.field(id) }
          before, after = [joint.with(entered: {}), joint].map { |each| @survey.decide(each, subjects) }
          shown = alike.map(&:first).select { |field| uncovered?(field, before, after) }
          typable = question.entered.keys.all? { |id| before[id].nil? || before[id].open? }
          shown.size > 1 && shown.include?(first) && typable ? [joint, after, shown] : [question, decisions, [first]]
        end

        def uncovered?(field, before, after)
          after[field.id].state.visibility < before[field.id].state.visibility
        end

        # question: about a record that shows the fields, with what is typed.
        def tell(fields, question, decisions)
          typed = question.entered.keys.map { |id| @type.field(id) }
          said = Words.list(typed.map { |each| typing(each, each.parse(question.entered[each.id])) })
          finding(
            "By #{said}, #{question.principals.title} can see the stored #{names(fields)} before anything is saved.",
            fields: fields | typed, rules: fields.flat_map { |field| behind(field, typed, question) }.uniq,
            example: Evidence.of(question, decisions, fields, lines(question))
          )
        end

        def behind(field, typed, question)
          @survey.rules_on(field).select do |rule|
            rule.condition&.fields&.intersect?(typed.map(&:id)) && rule.audience.match?(question.principals)
          end
        end

        # "typing Radium in Hazard", "clearing Hazard". field: Catalogue::Field; value: typed, nil for a blank.
        def typing(field, value)
          value.nil? ? "clearing #{field.name}" : "entering #{field.say(value, @directory)} in #{field.name}"
        end

        # What the record holds, and what is typed.
        def lines(question)
          held = question.stored.keys.map { |id| line(id, question.stored[id], "as stored") }
          held + question.entered.keys.map { |id| line(id, question.entered[id], "as typed") }
        end

        def line(id, raw, how)
          field = @type.field(id)
          { "field" => id, "name" => "#{field.name} #{how}", "words" => field.say(field.parse(raw), @directory) }
        end
      end
    end
  end
end
