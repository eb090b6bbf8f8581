# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # What stands on the left of a comparison when it is no field: the time, the network, an attribute of the user.
    # Answers what a Catalogue::Field answers about its values. Immutable.
    class Subject
      attr_reader :id, :name, :kind, :options

      # kind: a Catalogue::Kind; options: Array of Catalogue::Option for choices.
      def initialize(id, name, kind, options = [])
        @id = id
        @name = name
        @kind = kind
        @options = options
        freeze
      end

      def family = kind.family
      def computed? = false
      def numbered? = false

      # As of a field: the Option with an identifier, or nil.
      def option(option_id) = options.find { |option| option.id == option_id }
      # Longest text, in characters.
      def max_length = Catalogue::Kind::TEXT_LIMIT

      def parse(raw) = kind.parse(raw, self)
      def dump(value) = value.nil? ? nil : kind.dump(value)
      def display(value) = value.nil? ? "blank" : kind.display(value, self)
      def say(value, directory) = family == :person && value ? directory.name_of(:user, value) : display(value)
    end
  end
end
