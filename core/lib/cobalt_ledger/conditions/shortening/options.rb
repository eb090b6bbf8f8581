# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Shortening
      # A value that is one of several, or blank: an option, a person, a text.
      class Options < Variable
        # mask: some cells, neither none nor all. Returns a Phrase.
        def phrase(mask)
          inside = values(mask)
          outside = values(all & ~mask)
          return Phrase.of(compare("is_blank")) if inside == [nil]
          return Phrase.of(compare("is_filled")) if outside == [nil]

          inside.include?(nil) ? with_blank(inside.compact, outside) : without(inside, outside.compact)
        end

        # Names that are better than what it is not, where that is shorter.
        FEW = 3

        private

        # Is it told by what it is, and not by what it is not? few: names at most that are, however short that is.
        def named?(inside, outside, few)
          !inside.include?(OTHER) && (outside.include?(OTHER) || inside.size <= [outside.size, few].max)
        end

        def without(inside, outside)
          return Phrase.of(among(inside, "equal", "one_of")) if named?(inside, outside, FEW)

          Phrase.of(among(outside, "not_equal", "none_of"))
        end

        def with_blank(inside, outside)
          return or_blank(Phrase.of(among(inside, "equal", "one_of"))) if named?(inside, outside, 0)

          among = among(outside, "equal", "one_of")
          Phrase.of(opened ? AtOpening.new(Not.new(among.part)) : Not.new(among))
        end

        # Values that no leaf tells apart are one cell; a blank is one by itself, so that it can be spoken of.
        def cut(leaves)
          (known + (blanks? ? [nil] : []))
            .group_by { |value| [value.nil?, leaves.map { |leaf| holds?(leaf, value) }] }.values
        end

        # All values there are: of a text, a person or a reference those that are named, and the others.
        def known
          case operand.family
          when :flag then [true, false]
          when :choice then operand.subject.options.map(&:id) | @named
          else @named + [OTHER]
          end
        end
      end
    end
  end
end
