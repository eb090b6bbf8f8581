# frozen_string_literal: true

module CobaltLedger
  module Changes
    # What someone can get to know under one policy, and could not under another, beside what is shown to them: new
    # ways out of covered fields, and what can be revealed that could not. What can't be decided counts as known.
    class Knowing
      # A field of which something can be known. type, field: identifiers; words: how, for people.
      Told = Struct.new(:type, :field, :words, keyword_init: true)

      # before, after: Decisions::Engine; types: identifiers of the record types that are not the same in both, nil
      # where that is not known.
      def initialize(before, after, types: nil)
        @before = before
        @after = after
        @types = types
        @ways = [before, after].map { |engine| WaysOut.new(engine.policy) }
        @covered = {}
      end

      # The first that is found, a Told, or nil. The block says of a record type's identifier and a Catalogue::Field
      # whether it is to be looked at.
      def first(&watched)
        new_ways.each { |way| watched?(way.type, way.field, watched) && told(way)&.then { |found| return found } }
        revealed(watched) || betrayed(watched)
      end

      # Labels of what comes out in a field under either policy, beside its own.
      def labels_into(type, id) = @ways.flat_map { |each| each.labels_into(type, id) }.uniq

      private

      def new_ways
        known = @ways[0].all.to_set(&:key)
        @ways[1].all.reject { |way| known.include?(way.key) }
      end

      def watched?(type_id, id, watched)
        field = type(type_id)&.field(id)
        field && watched.call(type_id, field)
      end

      def type(id) = @after.policy.record_type(id)

      def told(way)
        crowds = @after.directory.crowds
        crowd = way.audience ? crowds.of(way.audience) : crowds.everybody
        return nil unless learns?(way, crowd)

        field = type(way.type).field(way.field)
        Told.new(type: way.type, field: way.field,
                 words: "#{field.name} (#{type(way.type).name}) becomes known to people who can’t see it: #{way.told}")
      end

      # Is there someone from whom the field may be covered, and who meets what it comes out in?
      def learns?(way, crowd)
        kinds = people([way.type, way.field], crowd)
        return true if kinds.nil?

        kinds.any? do |user|
          covered?(user, way.type, way.field) && (!way.copies? || met?(user, way.to_type, way.to))
        end
      end

      # One of each kind of people that the rules on a field tell apart, nil where they are too many.
      def people((type_id, id), crowd)
        found = type(type_id)
        rules = @after.policy.bearing_on(found.field(id), found).select(&:on?)
        kinds = Decisions::PeopleKinds.new(@after.directory, @after.policy.by_closeness?(found)).parted(rules, crowd)
        return nil if kinds.size > Dependence::KINDS

        kinds.map { |_, users| @after.directory.crowds.users(users).first }
      end

      # May the field be covered from someone, on some record that they meet?
      def covered?(user, type_id, id)
        @covered.fetch([user.id, type_id, id]) do |key|
          @covered[key] = feasible(user, type_id, id).any? { |each| each.covers?(id) }
        end
      end

      # May they meet more of the other than that it is hidden?
      def met?(user, type_id, id)
        feasible(user, type_id, id).any? do |each|
          each.sights(id).any? { |sight| sight.nil? || sight < Access::Facets::HIDDEN }
        end
      end

      # What can happen to a field for someone, wherever they may meet it: a lazy enumeration of Decisions::Feasibility.
      def feasible(user, type_id, id)
        ways(type_id, id).lazy.map do |unit, mode, channel|
          @after.feasible(
            Decisions::Question.new(principals: @after.directory.principals_of(user.id), mode: mode,
                                    record_type: type(type_id), unit: unit, channel: channel)
          )
        end
      end

      # Units, modes and channels that the rules on a field tell apart.
      def ways(type_id, id)
        (@places ||= {})[[type_id, id]] ||= begin
          side = Side.new(@after, type(type_id))
          places = Places.new(side, side).of(side.bearing_on(id))
          places.map { |each| [each.units.first, each.mode, each.channels.first] }
        end
      end

      # Access to something else that tells what a field holds.
      def betrayed(watched)
        (@types || @after.policy.record_types.keys).each do |id|
          next if type(id).nil?

          fields = type(id).fields.select { |field| watched?(id, field.id, watched) }
          fields.product(type(id).subjects).each do |field, subject|
            next unless dependence(id).new?(subject.id, field.id)

            return Told.new(type: id, field: field.id,
                            words: "#{subject.name} reveals to people who can’t see #{field.name} " \
                                   "(#{type(id).name}) something about it")
          end
        end
        nil
      end

      def dependence(id)
        (@dependences ||= {})[id] ||= Dependence.new(
          *[@before, @after].map { |engine| Side.new(engine, engine.policy.record_type(id)) }
        )
      end

      # What a guardrail kept covered even from who has values revealed, and keeps so no longer.
      def revealed(watched)
        @before.policy.record_types.each_value do |old|
          now = type(old.id) or next
          old.fields.each do |field|
            next unless watched?(old.id, field.id, watched) && reveals?(now)
            next if (guards(@before, old, field) - guards(@after, now, now.field(field.id))).empty?

            return Told.new(type: old.id, field: field.id,
                            words: "#{field.name} (#{old.name}) can be revealed where a guardrail kept it covered")
          end
        end
        nil
      end

      # Guardrails that cover a field, as far as it matters to what they cover.
      def guards(engine, type, field)
        engine.policy.rules_on(field, type.id).select { |rule| rule.on? && rule.guardrail? }.flat_map do |rule|
          covering = rule.contributions_on(field).select { |each| each.gives.visibility.to_i > Access::Facets::SHOWN }
          covering.map do |each|
            [each.gives.visibility, each.test&.identity, rule.audience.to_h, rule.reach.to_h, rule.window&.to_h,
             rule.timing]
          end
        end
      end

      # Can anyone have a value of it revealed?
      def reveals?(type)
        action = type.action("reveal")
        @after.policy.rules_on(action, type.id).any?(&:on?) || !action.baseline.nil? ||
          @after.policy.baselines_of(type.id).any? { |each| each.states[action.id] }
      end
    end
  end
end
