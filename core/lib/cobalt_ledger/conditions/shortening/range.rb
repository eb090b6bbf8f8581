# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Shortening
      # A number, a date or a time, cut at the values that conditions name: each of these, what lies between two of
      # them, and a blank.
      class Range < Variable
        # mask: some cells, neither none nor all. Returns a Phrase.
        def phrase(mask)
          blank = mask[size - 1] == 1
          runs = runs(mask)
          return Phrase.of(compare("is_blank")) if runs.empty?
          return Phrase.of(compare("is_filled")) if runs == [[0, size - 2]]

          said = gap(runs) || Phrase.any(runs.map { |run| run(*run) })
          blank ? beside_blank(said) : said
        end

        # Only to the cells beside it, and to a blank; to all others where that is said as all but one.
        def grown(mask, allowed)
          return allowed if gap(runs(allowed))

          filled = filled(mask)
          wider = mask | (allowed & (1 << (size - 1)))
          return wider if filled.empty?

          [filled.min.downto(0), filled.max.upto(size - 2)].each do |way|
            way.take_while { |place| allowed[place] == 1 }.each { |place| wider |= 1 << place }
          end
          wider
        end

        private

        # Points and what lies between them, in order; the blank last. A gap is [low, high], nil for no end.
        def cut(_leaves)
          ends = [nil, *@named.sort, nil]
          @spans = ends.each_cons(2).flat_map do |low, high|
            gap = low && high && whole? && high - low == 1 ? [] : [[low, high]]
            gap + (high ? [high] : [])
          end
          @spans.map { |span| [within(span)] } + [[nil]]
        end

        def whole? = operand.family == :date || (operand.family == :number && operand.subject.kind.whole?)

        # A value of a span.
        def within(span)
          return span unless span.is_a?(Array)

          low, high = span
          return OTHER if low.nil? && high.nil?
          return high - 1 if low.nil?
          return low + 1 if high.nil?

          case operand.family
          when :number then (low + high).to_d * BigDecimal("0.5")
          when :time then low + ((high.to_r - low.to_r) / 2)
          else low + Rational(high - low, 2)
          end
        end

        # Places of the cells of a set that hold a value.
        def filled(mask) = (size - 1).times.select { |place| mask[place] == 1 }

        # Array of [first, last] of the filled cells in a row.
        def runs(mask)
          filled(mask).slice_when { |one, other| other != one + 1 }.map { |run| [run[0], run[-1]] }
        end

        # All but one value.
        def gap(runs)
          return nil unless runs.size == 2 && runs[0][0].zero? && runs[1][1] == size - 2 && runs[1][0] - runs[0][1] == 2

          missing = @spans[runs[0][1] + 1]
          missing.is_a?(Array) ? nil : Phrase.of(compare("not_equal", literal(missing)))
        end

        def run(first, last)
          low = first.zero? ? nil : @spans[first]
          high = last == size - 2 ? nil : @spans[last]
          return Phrase.of(compare("equal", literal(low))) if first == last && low && !low.is_a?(Array)
          return Phrase.of(compare("between", literals([low, high]))) if [low, high].none? { |end_| open?(end_) }

          both = [lowest(low), highest(high)].compact
          both.size == 1 ? both[0] : bounded(*both)
        end

        # "is at least 3 and less than 30".
        def bounded(low, high)
          words = lambda do |directory|
            rest = high.words(directory).delete_prefix(operand.words(directory)).sub(/\A is /, "")
            "#{low.words(directory)} and #{rest}"
          end
          Phrase.new(All.new([low.node, high.node]), words, 2, :one)
        end

        def open?(span) = span.nil? || span.is_a?(Array)

        def lowest(span)
          return nil if span.nil?

          Phrase.of(span.is_a?(Array) ? compare("greater", literal(span[0])) : compare("at_least", literal(span)))
        end

        def highest(span)
          return nil if span.nil?

          Phrase.of(span.is_a?(Array) ? compare("less", literal(span[1])) : compare("at_most", literal(span)))
        end

        # "is less than 3 (or is blank)"; where it is said in several parts, as a part of its own.
        def beside_blank(said)
          return or_blank(said) if said.kind == :one

          Phrase.any([said, Phrase.of(compare("is_blank"))])
        end
      end
    end
  end
end
