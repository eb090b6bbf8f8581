# frozen_string_literal: true

module CobaltLedger
  module Audit
    # Where two contributions meet, in words: for whom, where, in which modes and when.
    class Overlap
      # People named at most.
      NAMED = 3

      def initialize(survey, one, other)
        @survey = survey
        @one = one
        @other = other
        @directory = survey.directory
      end

      # JSON-ready Hash.
      def to_h = { "who" => who, "where" => where, "modes" => modes, "when" => at }.compact

      private

      def who
        bits = @survey.matching(@one.rule) & @survey.matching(@other.rule)
        count = @survey.crowds.size(bits)
        return @survey.crowds.words(bits) if count.zero?

        named = @survey.users_in(bits & ~@survey.crowds.newcomer, NAMED).map(&:name)
        Words.some(named, count, "others")
      end

      def where
        units =
          @survey.units.select do |unit|
            [@one, @other].all? do |each|
              each.rule.reach.units.empty? || each.rule.reach.units.intersect?(@directory.with_above(:unit, unit))
            end
          end
        if units.size == @survey.units.size
          "at every unit"
        else
          "at #{Words.list(units.map { |unit| @directory.name_of(:unit, unit) })}"
        end
      end

      def modes
        lists = [@one, @other].map { |each| each.rule.reach.modes }.reject(&:empty?)
        shared = lists.reduce(Decisions::Question::MODES) { |all, list| all & list }
        if shared.size == Decisions::Question::MODES.size
          "in every mode"
        else
          Words.list(shared.map { |mode| Rules::Sentence::MODES.fetch(mode) }, "or")
        end
      end

      def at
        tests = [@one, @other].filter_map(&:test).map { |test| test.words(@directory) }.uniq
        return "for any record" if tests.empty?
        return "when #{tests.first}" if tests.size == 1

        "when #{tests.map { |text| text.include?(' or ') ? "(#{text})" : text }.join(' and ')}"
      end
    end
  end
end
