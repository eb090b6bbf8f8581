# frozen_string_literal: true

module CobaltLedger
  # Small helpers for plain sentences.
  module Words
    module_function

    # ["a", "b", "c"] -> "a, b and c"
    def list(items, joiner = "and")
      items = items.map(&:to_s)
      return items.first.to_s if items.size < 2

      "#{items[0..-2].join(', ')} #{joiner} #{items.last}"
    end

    # Some of many, by name, and how many more: "a, b and 3 others". named: Array of String; count: of all; others:
    # what several more are called.
    def some(named, count, others)
      more = count - named.size
      if more.positive?
        "#{named.join(', ')} and #{more} #{more == 1 ? others.delete_suffix('s') : others}"
      else
        list(named)
      end
    end

    # 3, "field" -> "3 fields"
    def count(number, noun, plural = "#{noun}s")
      "#{number} #{number == 1 ? noun : plural}"
    end

    # A record type's name with its article: "an outgoing loan"
    def indefinite(noun)
      "#{noun.match?(/\A[aeiou]/i) ? 'an' : 'a'} #{noun}"
    end

    # "The record" -> "the record".
    def uncapitalize(text) = text.sub(/\A./, &:downcase)

    # The text with its first letter large, whatever the others are.
    def capitalize(text)
      text.empty? ? text : text[0].upcase + text[1..]
    end
  end
end
