# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # A rule depends on a field of the record that a reference names, and someone whom it is for may not see that
      # field there, or not open that record: by what the rule does they are told of it.
      # Bad: a job is locked while its object holds mercury, for people to whom the object's hazard is hidden.
      # Good: the rule is for those who may see the hazard.
      class ToldByReference < Detector
        known_as "told_by_reference", order: 44
        describes "Revealed by a reference",
                  severity: "note",
                  group: "exposed",
                  meaning: "A rule’s effect reveals something about a related record that the user can’t see."

        def findings
          @survey.rules.flat_map do |rule|
            looked_at(rule).filter_map do |reference, type, field|
              user, unit = kept_from(rule, type, field)
              user && tell(rule, reference, field, user, unit)
            end
          end
        end

        private

        # What a rule looks up: Array of [field that refers, Catalogue::RecordType referred to, field there].
        def looked_at(rule)
          parts = rule.contributions
          sources = parts.flat_map(&:values).grep(Rules::ValueEffect).map(&:source)
          reads = (parts.filter_map(&:test) + sources).flat_map(&:reads).uniq
          reads.select { |kind, *| %i[related opened].include?(kind) }.filter_map do |_, through, id|
            reference = @type.field(through)
            type = reference && @policy.record_type(reference.refers_to)
            field = type&.field(id)
            field && [reference, type, field]
          end.uniq
        end

        # [user, unit] of someone whom the rule is for, and who may not see the field on some record there.
        def kept_from(rule, type, field)
          rules = @policy.bearing_on(field, type) | @policy.rules_on(type.action("open"), type.id)
          kinds = Decisions::PeopleKinds.new(@directory, @policy.by_closeness?(type))
          kinds.parted(rules.select(&:on?), @survey.matching(rule)).map(&:last).each do |users|
            user = @survey.crowds.users(users).first
            unit = @survey.units.find { |each| covered?(type, field, user, each) }
            return [user, unit] if unit
          end
          nil
        end

        def covered?(type, field, user, unit)
          question = Decisions::Question.new(
            principals: @directory.principals_of(user.id), record_type: type, unit: unit, mode: "view", at: @survey.at
          )
          feasible = @survey.engine.feasible(question)
          opens, seen = [type.action("open").id, field.id].map { |id| feasible.of(id) }
          @survey.unsure(field) unless opens[1] && seen[1]
          opens[0].any? { |each| !each.decision.allowed? } ||
            seen[0].any? { |each| each.decision.state.visibility > Access::Facets::SHOWN }
        end

        def tell(rule, reference, field, user, unit)
          finding(
            "#{called(rule)} depends on #{field.name} of the #{reference.name.downcase}, which #{user.name} can't " \
            "see at #{@directory.name_of(:unit, unit)}: its effect reveals the value.",
            fields: [reference], rules: [rule], remedies: [switch_off(rule)]
          )
        end
      end
    end
  end
end
