# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    # The record as a whole, which is open or locked: by a rule, by a stage of its path, or by hand. Rules decide it as
    # they decide a field, and its result shuts all fields. Immutable.
    class WholeRecord
      ID = "record/whole"

      START = { "visibility" => "shown", "entry" => "open", "presence" => "optional" }.freeze

      # stage_field: Field of the path, or nil; stages: identifiers of the options that lock a record.
      def initialize(stage_field = nil, stages = [])
        @stage_field = stage_field
        @stages = stages.freeze
        freeze
      end

      attr_reader :stage_field, :stages

      def id = ID
      def name = "The whole record"

      # What it is where nothing speaks of it: a state as documents write it, and that in words.
      def start = START
      def start_words = "A record starts open"

      # Does a line of a rule speak of it?
      def targeted_by?(line) = line.whole?

      # A stage that locks stands for it as a baseline that holds while the record is stored in it.
      def baseline = nil

      # As fields answer.
      def retired? = false
      def computed? = false
      def numbered? = false
      def typed_when_incomplete? = false
      def precedence = nil
      def family = :record
      def asked_in?(mode) = mode != "list"

      # "Signed or Out": the stages that lock, in words.
      def stage_words = Words.list(stages.map { |id| stage_field.option(id)&.name || id }, "or")
    end
  end
end
