# frozen_string_literal: true

module CobaltLedger
  module Changes
    # What access to one subject tells of what another field holds: someone from whom that field is covered can see by
    # the state of the subject what it is.
    class Dependence
      # Kinds of people looked at for one subject; with more it can't be decided.
      KINDS = 200

      # before, after: Side of the same record type and directory.
      def initialize(before, after)
        @sides = [before, after]
        @places = Places.new(before, after)
        @kinds = Decisions::PeopleKinds.new(after.directory, @sides.any?(&:closeness?))
      end

      # Is there someone to whom the subject tells of the field under the one after, and not under the one before?
      # id: of a field, an action or the whole record; from: of the field.
      def new?(id, from)
        return false unless asked_for?(@sides[1], id, from)

        rules = @sides.flat_map { |side| [id, from].flat_map { |each| side.field(each) ? side.bearing_on(each) : [] } }
        parts = @kinds.parted(rules.uniq)
        return true if parts.size > KINDS

        users = parts.map { |_, set| @sides[1].directory.crowds.users(set).first }
        users.product(@places.of(rules.uniq)).any? do |user, place|
          before, after = questions(user, place)
          @sides[1].engine.feasible(after).covers?(from) &&
            tells?(@sides[1], after, id, from) && !(before && told?(before, after, id))
        end
      end

      private

      # Does anything that decides the subject look at the field at all?
      def asked_for?(side, id, from)
        subject = side.field(id) or return false
        type = side.type
        return true if looks?(side, side.bearing_on(id).flat_map(&:contributions).filter_map(&:test), from)

        (type.category_field == from && side.policy.baselines_of(type.id).any? { |each| each.categories.any? }) ||
          (type.path&.field&.id == from && type.path.locking.any? && !subject.is_a?(Catalogue::Action))
      end

      def looks?(side, tests, from)
        tests.any? { |test| WaysOut.read(side.policy, side.type, test).include?([side.type, from]) }
      end

      # The question under either, nil where the record type is not known there.
      def questions(user, place)
        @sides.map do |side|
          side.type && Decisions::Question.new(
            principals: side.directory.principals_of(user.id), record_type: side.type, unit: place.units.first,
            mode: place.mode, channel: place.channels.first
          )
        end
      end

      # Did the one before tell as much of it? It did where all that speaks of the subject is the same; what else would
      # come to the same is not looked for.
      def told?(before, after, id)
        spoken = [before, after].zip(@sides).map do |question, side|
          side.field(id) && [id, *side.type.behind(id), *side.type.formulas.inputs_of(id)].uniq
            .map { |each| spoken(side, question, each) }
        end
        spoken[0] == spoken[1]
      end

      # All that speaks of the subject to someone, in a form that compares.
      def spoken(side, question, id)
        plan = side.engine.plan_for(question)
        slot = plan.slot_of(id)
        own = [slot.baselines, slot.rules, slot.guardrails].map do |speakers|
          speakers.map { |each| [said(each), each.test && plan.conditions[each.test].identity] }
        end
        [*own, slot.stages.precedence, slot.stages.label&.start]
      end

      def said(speaker)
        source = speaker.source
        source.is_a?(Rules::Contribution) ? [source.gives, source.rule.audience.to_h] : speaker.state
      end

      # Tests of the subject that look at the field: their indices.
      def looking(side, question, id, from)
        return [] if side.field(id).nil?

        plan = side.engine.plan_for(question)
        plan.slot_of(id).tests.select { |test| looks?(side, [plan.conditions[test]], from) }
      end

      # Does the subject come to different states where nothing differs but the field? What can't be decided does.
      def tells?(side, question, id, from)
        looking = looking(side, question, id, from)
        return false if looking.empty?

        slot = side.engine.plan_for(question).slot_of(id)
        feasible = side.engine.feasible(question)
        return true unless feasible.complete?(id)

        others = slot.tests - looking
        alike = feasible.combinations(id).map(&:first).group_by { |outcomes| outcomes.values_at(*others) }
        alike.any? { |_, all| all.map { |outcomes| slot.decide(outcomes).state }.uniq.size > 1 }
      end
    end
  end
end
