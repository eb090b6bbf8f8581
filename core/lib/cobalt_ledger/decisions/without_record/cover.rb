# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # The simplest way to say when an outcome holds: of everything that can happen, which outcomes of which tests it
    # takes. What can't happen need not be spoken of.
    class Cover
      # feasible: Array of vectors (Array of true or false by test) that can happen; wanted: those of the outcome.
      def initialize(feasible, wanted)
        @feasible = feasible
        @wanted = wanted
      end

      # Array of Hash from place of a test to its outcome, any of which is enough; [{}] when it always holds.
      def cubes = @cubes ||= needed(covering)

      # "Stage is Signed and Count is filled", or nil when it always holds.
      # words: Array of the tests in words; opposites: the same of what holds where they do not.
      def words(words, opposites)
        said =
          cubes.map do |cube|
            cube.map { |place, outcome| told(outcome, words[place], opposites[place], cube) }.join(" and ")
          end
        return nil if said.include?("")

        return said.first if said.size == 1

        said.map { |part| part.include?(" and ") ? "(#{part})" : part }.join(" or ")
      end

      private

      def covering
        left = @wanted.dup
        found = []
        until left.empty?
          cube = widest(left.first)
          found << cube
          left.reject! { |vector| matches?(vector, cube) }
        end
        found
      end

      def told(outcome, words, opposite, cube)
        return "it can’t be determined whether #{words}" if outcome.nil?

        wrapped(outcome ? words : opposite, cube)
      end

      # Leaves out a cube whose vectors the others cover.
      def needed(cubes)
        cubes.reduce(cubes) do |kept, cube|
          rest = kept - [cube]
          @wanted.all? { |vector| rest.any? { |other| matches?(vector, other) } } ? rest : kept
        end
      end

      # Drops one test after the other for as long as nothing else that can happen is admitted.
      def widest(vector)
        vector.each_index.reduce(vector.each_with_index.to_h { |outcome, place| [place, outcome] }) do |cube, place|
          wider = cube.except(place)
          @feasible.all? { |other| !matches?(other, wider) || @wanted.include?(other) } ? wider : cube
        end
      end

      def matches?(vector, cube) = cube.all? { |place, outcome| vector[place] == outcome }
      def wrapped(text, cube) = cube.size > 1 && text.match?(/ or /) ? "(#{text})" : text
    end
  end
end
