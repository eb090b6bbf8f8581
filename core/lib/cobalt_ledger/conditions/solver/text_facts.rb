# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # What follows from facts about texts, each with the literals it follows from.
      class TextFacts
        # Ways from a text to others: Hash of place to the literals on the way.
        attr_reader :beginning, :within, :refused

        # texts: Array of String, or nil for one that is looked up, by place; lines: Array of true where a text may have
        # several lines; facts: Array of [holds, literal, :equal | :begins | :includes, place, place].
        def initialize(texts, lines, facts)
          @texts = texts
          @lines = lines
          @facts = facts
          holding, @refused = facts.partition(&:first)
          @places = facts.flat_map { |fact| fact[3, 2] }.uniq.sort
          part = edges(holding, %i[equal begins includes])
          @within = places.to_h { |place| [place, walk(place, part)] }
          begun = edges(holding, %i[equal begins])
          # Two that are part of each other are the same, and begin each other.
          places.permutation(2) do |one, other|
            begun[one] << [other, within[one][other] + within[other][one]] if same?(one, other)
          end
          @beginning = places.to_h { |place| [place, walk(place, begun)] }
        end

        attr_reader :places

        # The text at a place where it is written out or has become known, or nil.
        def text(place) = @texts[place]

        # Nonempty beginnings of a text that are shorter, and nothing but blanks never.
        def self.beginnings_of(text) = (1...text.size).map { |size| text[0, size] }.grep(/\S/)

        # All parts of a text, or nil where there are more than the limit.
        def self.parts_of(text, limit)
          return nil if text.size * text.size > limit * 4

          found =
            (0...text.size).flat_map { |from| (1..(text.size - from)).map { |size| text[from, size] } }.uniq.grep(/\S/)
          found.size > limit ? nil : found
        end

        # Are two texts known to be the same? Then each is a part of the other.
        def same?(one, other) = one == other || (within[one].key?(other) && within[other].key?(one))

        # The written text that a place is known to be: [String, literals], or nil.
        def known(place)
          (@known ||= {}).fetch(place) do
            other = text(place) ? place : @places.find { |each| text(each) && same?(place, each) }
            @known[place] = other && [text(other), other == place ? [] : within[place][other] + within[other][place]]
          end
        end

        # Known texts that a place begins with: Array of [String, literals].
        def starts(place) = (@starts ||= {})[place] ||= written(place, beginning)

        # Known texts that a place includes.
        def contents(place) = (@contents ||= {})[place] ||= written(place, within)

        # Do some words bear out all that is to hold and nothing that is not? words: Hash of place to String.
        def hold?(words)
          @facts.all? do |holds, _, kind, one, other|
            whole = words[one]
            part = words[other]
            told = { equal: whole == part, begins: whole.start_with?(part), includes: whole.include?(part) }.fetch(kind)
            told == holds
          end && words.all? { |place, word| @lines[place] || !word.match?(/[\r\n]/) }
        end

        # Literals that can't hold together, or nil. lengths: Array of characters at most, by place.
        def clash(lengths)
          @places.each do |place|
            found = alone(place, lengths[place])
            return found if found
          end
          refused.each do |_, literal, kind, one, other|
            found = refuted(kind, one, other)
            return found + [literal] if found
          end
          nil
        end

        # What has to be told before words can be put together: Array of [literals, :within, place, String],
        # [literals, :beginning, place, String] or [literals, :either, place, place].
        def open_questions
          @places.reject { |place| known(place) }.flat_map { |place| within_known(place) + begins_known(place) } +
            rivals
        end

        private

        # Steps from a part to the whole, for facts of some kinds; equal texts are part of each other.
        # Hash of place to Array of [place, literals].
        def edges(holding, kinds)
          holding.each_with_object(Hash.new { |hash, key| hash[key] = [] }) do |(_, literal, kind, one, other), found|
            next unless kinds.include?(kind)

            found[other] << [one, [literal]]
            found[one] << [other, [literal]] if kind == :equal
          end
        end

        def walk(start, edges)
          ways = { start => [] }
          queue = [start]
          while (place = queue.shift)
            edges[place].each do |following, literals|
              next if ways.key?(following)

              ways[following] = ways[place] + literals
              queue << following
            end
          end
          ways
        end

        # ways: from a part to the whole.
        def written(place, ways)
          @places.filter_map do |each|
            [known(each)[0], known(each)[1] + ways[each][place]] if ways[each].key?(place) && known(each)
          end
        end

        # What is wrong with what one text has to be.
        def alone(place, length)
          own = known(place)
          starts(place).combination(2) do |(one, by), (other, also)|
            return by + also unless one.start_with?(other) || other.start_with?(one)
          end
          starts(place).each { |start, by| return own[1] + by unless own.nil? || own[0].start_with?(start) }
          contents(place).each do |part, by|
            return own[1] + by unless own.nil? || own[0].include?(part)
            return by if length && part.size > length
            return by if part.match?(/[\r\n]/) && !@lines[place]
          end
          nil
        end

        # Why a refused fact holds all the same, or nil.
        def refuted(kind, whole, part)
          case kind
          when :equal then same?(whole, part) ? within[whole][part] + within[part][whole] : equal_texts(whole, part)
          when :begins then beginning[part][whole] || begun_by(whole, known(part))
          else within[part][whole] || included(whole, known(part))
          end
        end

        def equal_texts(one, other)
          first = known(one)
          second = known(other)
          first && second && first[0] == second[0] ? first[1] + second[1] : nil
        end

        def begun_by(whole, part)
          return nil unless part

          found = (starts(whole) + [known(whole)].compact).find { |text, _| text.start_with?(part[0]) }
          found && (found[1] + part[1])
        end

        def included(whole, part)
          return nil unless part

          found = (contents(whole) + [known(whole)].compact).find { |text, _| text.include?(part[0]) }
          found && (found[1] + part[1])
        end

        # A part of a known text.
        def within_known(place)
          within[place].filter_map do |whole, by|
            [by + known(whole)[1], :within, place, known(whole)[0]] if whole != place && known(whole)
          end
        end

        # A beginning of a text whose beginning is known.
        def begins_known(place)
          beginning[place].reject { |whole, _| whole == place || known(whole) }.filter_map do |whole, by|
            start, why = starts(whole).max_by { |text, _| text.size }
            [by + why, :beginning, place, start] if start && starts(place).none? { |own, _| own.start_with?(start) }
          end
        end

        # Two beginnings of one text.
        def rivals
          @places.flat_map do |whole|
            parts = @places.select { |part| part != whole && beginning[part].key?(whole) && !known(part) }
            parts.combination(2).reject { |one, other| beginning[one].key?(other) || beginning[other].key?(one) }
              .map { |one, other| [beginning[one][whole] + beginning[other][whole], :either, one, other] }
          end
        end
      end
    end
  end
end
