# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # What a rule hides in its own modes and its people still see in others, where that may not be what was meant.
    class SeenElsewhere
      # rule: Rule of the engine's policy; question: Decisions::Question that says when and where.
      def initialize(rule, engine, question)
        @rule = rule
        @question = question
        @directory = engine.directory
        @met = ModesMet.new(engine, question)
      end

      # Sentences, none where nothing is hidden or nothing is seen elsewhere.
      def remarks
        return [] if others.empty?

        people.flat_map { |who| hidden.map { |field| [who, field, others & @met.of([field], [who])] } }
          .reject { |_, _, modes| modes.empty? }
          .group_by { |who, _, modes| [who, modes] }
          .group_by { |(_, modes), found| [modes, found.map { |_, field, _| field }] }
          .map { |(modes, fields), alike| sentence(fields.map(&:name), modes, alike.map { |(who, _), _| who }) }
      end

      private

      def sentence(names, modes, who)
        one = names.size == 1
        seeing = @rule.audience.everyone? ? "people" : Words.list(who.map(&:title))
        "#{Words.list(names)} #{one ? 'is' : 'are'} hidden only #{words(@rule.reach.modes)}: #{seeing} can still see " \
          "#{one ? 'it' : 'them'} #{words(modes)}."
      end

      def words(modes) = "while #{Words.list(modes.map { |mode| Space::MODES.fetch(mode) })}"

      # Modes that the rule does not speak of.
      def others
        @others ||= @rule.reach.modes.empty? ? [] : Space::MODES.keys - @rule.reach.modes
      end

      def hidden
        hiding = @rule.contributions.select { |each| each.effects.any?(Rules::Effects::Hide) }
        @question.record_type.fields.select { |field| hiding.any? { |each| each.targets?(field) } }
      end

      def people
        @people ||= if @rule.audience.everyone? then [@directory.bare(:everyone)]
                    else @rule.audience.any.map { |member| @directory.bare(member.kind, member.id) }
                    end
      end
    end
  end
end
