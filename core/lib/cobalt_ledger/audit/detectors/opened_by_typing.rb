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

        def findings = @type.fields.reject(&:never_typed?).filter_map { |field| opened(field) }

        private

        def opened(field)
          typing = TypedOpen.new(@survey, field)
          found = typing.find
          return tell(field, *found) if found

          @survey.unsure(field) if typing.unsure?
          nil
        end

        # question: about a record that shows it, with what is typed.
        def tell(field, question, decisions)
          typed = question.entered.keys.map { |id| @type.field(id) }
          said =
            Words.list(
              typed.map { |each| typing(each, each.parse(question.entered[each.id])) }
            )
          rules =
            @survey
              .rules_on(field)
              .select do |rule|
                rule.condition&.fields&.intersect?(typed.map(&:id)) && rule.audience.match?(question.principals)
              end
          finding(
            "By #{said}, #{question.principals.title} can see the stored #{field.name} before anything is saved.",
            fields: [field] | typed, rules: rules, example: Evidence.of(question, decisions, [field], lines(question))
          )
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
