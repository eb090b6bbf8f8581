# frozen_string_literal: true

module CobaltLedger
  module Changes
    # One way in which two policies meet on a field: people, units, a mode and channels that neither tells apart.
    class Meeting
      # What one policy has there. side: Side; question: Decisions::Question that leaves the record open; plan:
      # Decisions::Plan; field: Catalogue::Field; settle: are there two directories?
      Half = Struct.new(:side, :question, :plan, :field, :settle) do
        # Indices of the tests that anything about the field depends on.
        def tests
          effects = plan.value_effects
          actions = effects.writing + effects.clearing + effects.offering + effects.refusing
          own = actions.select { |action| action.field.id == field.id }
          (plan.slot_of(field.id).tests + own.filter_map(&:test)).uniq
        end

        def conditions = tests.map { |index| condition(index) }

        # A test of the plan. Where people differ, what depends on the person alone is settled: the outcome may
        # differ for the same person.
        def condition(index)
          return plan.conditions[index] unless settle

          (@settled ||= {})[index] ||= Conditions::Fixed.person(plan.conditions[index], base)
        end

        def answer(outcomes, hand = nil) = Answer.new(plan, field, outcomes, question.form, hand)

        # Facts of the question, whatever the record.
        def base = @base ||= side.engine.facts(question, {})
      end

      # What an example of a record that is unlocked for a time holds besides.
      UNLOCKED = { [:lifted] => true }.freeze

      # sides: the Side before and the one after; id: of the field; people: Array of identifiers; place: Places::Place;
      # since: Time before which nothing is asked, or nil; memory: Decisions::SearchMemory for both.
      def initialize(sides, id, people, place, since, memory)
        @id = id
        @people = people
        @place = place
        @settle = !sides[0].directory.equal?(sides[1].directory)
        @halves = sides.each_with_index.map { |side, index| half(side, place.above[index], since) }
        @type = sides[1].type || sides[0].type
        @conditions = @halves.compact.flat_map(&:conditions).uniq(&:identity)
        @stretches = Stretches.new(@conditions, since)
        @memory = memory
        @since = since
      end

      # [Array of Line, was everything decided?]
      def lines
        @situations = Situations.new(@halves, @type, asked, @memory)
        found = @situations.found
        return [seen(@situations.tried), false] if found.nil?

        all = regions(found.found)
        lines = all.filter_map { |region| line(region) }
        [lines, found.complete && lines.size == all.size]
      end

      private

      # Combinations of outcomes that come to the same. stretches: [first, last]; examples: Array.
      Region = Struct.new(:before, :after, :asks, :stretches, :examples)

      def asked = @conditions + @stretches.conditions

      def half(side, above, since)
        field = side.field(@id) or return nil
        principals = side.directory.principals_of(@people.first)
        question = Decisions::Question.new(principals: principals, record_type: side.type, unit: @place.units.first,
                                           mode: @place.mode, channel: @place.channels.first, at: since)
        acting = side.bearing_on(@id).select do |rule|
          rule.audience.match?(principals) &&
            rule.reach.cover?(above, @place.mode, @place.channels.first, question.form_id)
        end
        Half.new(side, question, side.plan(@id, acting, above, @place.mode, principals), field, @settle)
      end

      # [Answer before, Answer after], for a record that no one unlocked for a time.
      def answers(vector) = told(vector, hand(vector))

      # The same where someone has unlocked it, nil where that can't be so.
      def unlocked_answers(vector) = (told(vector, :lifted) unless hand(vector))

      def told(vector, hand)
        @halves.map do |half|
          half&.answer(half.tests.each_with_object([]) { |test, told| told[test] = vector[place_of(half, test)] }, hand)
        end
      end

      # Where one policy asks whether the record was locked by hand, that it was shuts it under the other too.
      def hand(vector)
        @flag ||= [@conditions.index { |each| each.identity == Decisions::Plan::LOCKED.identity }]
        :locked if @flag[0] && vector[@flag[0]]
      end

      def place_of(half, test)
        @places ||= @conditions.each_with_index.to_h { |condition, index| [condition.identity, index] }
        @places.fetch(half.condition(test).identity)
      end

      def regions(found)
        told = found.filter_map do |vector, example|
          own = vector.first(@conditions.size)
          cuts = vector.drop(@conditions.size)
          stretch = @stretches.of(cuts)
          [own, stretch, example] if stretch
        end
        # What only an unlocked record shows is told where nothing else is.
        plain = parted(told) { |own| answers(own) }
        joined(plain.any? ? plain : parted(told, UNLOCKED) { |own| unlocked_answers(own) })
      end

      # Array of Region, each of one stretch. The block gives the answers under outcomes, nil where there are none;
      # more: what examples hold besides.
      def parted(told, more = {}, &answers)
        told.group_by { |_, stretch, _| stretch }.sort.flat_map { |stretch, all| pieces(stretch, all, more, &answers) }
      end

      def pieces(stretch, told, more)
        feasible = told.map(&:first)
        told.group_by { |own, _, _| yield(own) }.filter_map do |(before, after), found|
          next if before == after

          asks = Decisions::WhenSo.asks(@conditions, feasible, found.map(&:first), mode, directory)
          asks = [*asks.map { |ask| "(#{ask})" }, "the record is temporarily unlocked"] if more.any?
          Region.new(before, after, asks, [stretch, stretch],
                     found.map { |_, _, example| example.merge(more) })
        end
      end

      # Those of stretches in a row that come to the same become one.
      def joined(pieces)
        pieces.group_by { |each| [each.before, each.after, each.asks] }.values.flat_map do |same|
          same.slice_when { |one, other| one.stretches[1] + 1 != other.stretches[0] }.map do |row|
            row[0].dup.tap do |all|
              all.stretches = [row[0].stretches[0], row[-1].stretches[1]]
              all.examples = row.flat_map(&:examples)
            end
          end
        end
      end

      def directory = @halves.compact.last.side.directory

      # nil where a rule writes what the conditions read.
      def mode = @situations.borne_on? ? nil : @place.mode

      def line(region)
        question = examples.of(region.examples, [region.before, region.after]) or return nil
        from, till = @stretches.bounds(*region.stretches)
        line_of(region.before, region.after, question, asks: region.asks, from: from, till: till)
      end

      # What is seen on some examples, where nothing is known of when else it is so.
      def seen(found)
        found
          .filter_map { |example| examples.question(example).then { |question| [examples.seen(question), question] } }
          .reject { |answers, question| answers.nil? || (@since && question.at && question.at < @since) }
          .uniq(&:first)
          .map { |(before, after), question| line_of(before, after, question, partly: true) }
      end

      def examples = @examples ||= Example.new(@halves, @id)

      def line_of(before, after, question, **more)
        Line.new(record_type: @type.id, field: @id, mode: @place.mode, channels: @place.channels, people: @people,
                 units: @place.units, before: before, after: after, example: question, asks: [], partly: false, **more)
      end
    end
  end
end
