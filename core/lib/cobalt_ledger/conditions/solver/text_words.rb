# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Words for texts whose facts do not clash and leave nothing open.
      class TextWords
        SIGNS = [*"x".."z", *"a".."w", *"0".."9", "·", "¦", "§", *"\u2460".."\u2473"].freeze
        # More of them than there can be texts in a condition.
        MANY = ("\u3400".."\u3fff")

        # facts: TextFacts; texts: Array of String or nil; lengths: Array of characters at most.
        def initialize(facts, texts, lengths)
          @facts = facts
          @texts = texts
          @lengths = lengths
        end

        # Hash of place to String; nil where a word would be too long.
        def words
          @found = {}
          groups.each { |group| group.each { |place| @found[place] = nil } }
          ordered = groups.sort_by { |group| parts_of(group[0]).size }
          ordered.each_with_index do |group, index|
            word = @facts.known(group[0])&.first || built(group[0], sign(index))
            group.each { |place| @found[place] = word }
          end
          ordered.each { |group| shorten(group) }
          fitting? ? @found : nil
        end

        private

        # Places that are known to be the same text.
        def groups
          @groups ||=
            @facts
              .places
              .each_with_object([]) do |place, found|
                (found.find { |group| @facts.same?(group[0], place) } || found.tap { |all| all << [] }.last) << place
              end
        end

        # Places of which a text is to include the words.
        def parts_of(place) = @facts.places.select { |part| part != place && @facts.within[part].key?(place) }

        # A sign that occurs in no written text, another for each word.
        def sign(index)
          @used ||= @facts.places.filter_map { |place| @facts.text(place) }.join
          @signs ||= SIGNS.reject { |each| @used.include?(each) }
          @signs[index] || MANY.lazy.reject { |each| @used.include?(each) }.first(index + 1 - @signs.size).last
        end

        def built(place, sign)
          base = base_of(place)
          parts = parts_of(place).filter_map { |part| @found[part] } + @facts.contents(place).map(&:first)
          start = base.empty? ? sign : base
          word = parts.uniq.sort_by { |part| -part.size }.reduce(start) do |all, part|
            all.include?(part) ? all : "#{all}#{sign unless all.end_with?(sign)}#{part}"
          end
          word.end_with?(sign) ? word : word + sign
        end

        # What a word has to begin with.
        def base_of(place)
          begun =
            @facts
              .places
              .select { |part| part != place && @facts.beginning[part].key?(place) && !@facts.same?(part, place) }
              .filter_map { |part| @found[part] }
          (begun + @facts.starts(place).map(&:first)).max_by(&:size) || ""
        end

        # Leaves out the signs where nothing else needs them.
        def shorten(group)
          return if @facts.known(group[0])

          full = @found[group[0]]
          shorter = [base_of(group[0]), @facts.contents(group[0]).map(&:first).max_by(&:size)].compact.grep(/\S/)
          put(group, full) unless shorter.any? { |word| put(group, word) && fitting? }
        end

        def put(group, word) = group.each { |place| @found[place] = word }

        # Do the words hold what has to hold, and no more?
        def fitting?
          @found.all? { |place, word| @lengths[place].nil? || (word.size <= @lengths[place]) } && @facts.hold?(@found)
        end
      end
    end
  end
end
