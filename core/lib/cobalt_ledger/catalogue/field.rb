# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    # One field of a record type. Immutable.
    class Field
      attr_reader :id,
                  :name,
                  :section,
                  :label,
                  :options,
                  :help,
                  :formula,
                  :numbering,
                  :refers_to,
                  :kind_name,
                  :kind,
                  :precedence,
                  :max_length,
                  :inherits

      # id, name: String; kind: name of a Kind; section, label: identifiers; options: Array of Option;
      # formula: String for computed; numbering: pattern such as "LN-####" for auto-number;
      # refers_to: record type identifier for a record reference; baseline: Hash of facets or nil;
      # typed_when_incomplete: true for a computed field that may be typed while an input is blank;
      # precedence: name of a method, or nil for the record type's; max_length: of a text, in characters; retired: true
      # for one that is kept for what records hold, and that no one meets any more; inherits: of a record reference,
      # Hash of identifier of a field of the same record to that of the field referred to, as which it is covered.
      def initialize(
        id:, name:, kind:, section:, label:, options: [], help: nil, formula: nil, numbering: nil, refers_to: nil,
        baseline: nil, typed_when_incomplete: false, precedence: nil, max_length: Kind::TEXT_LIMIT,
        retired: false, inherits: {}
      )
        @id = id
        @name = name
        @kind_name = kind
        @kind = Kind[kind] or raise ArgumentError, "unknown kind #{kind}"
        @section = section
        @label = label
        @options = options.freeze
        @options_by_id = options.to_h { |option| [option.id, option] }
        @help = help
        @formula = formula
        @numbering = numbering
        @refers_to = refers_to
        @baseline = baseline
        @precedence = precedence
        @max_length = max_length
        @typed_when_incomplete = typed_when_incomplete
        @retired = retired
        @inherits = inherits.freeze
        freeze
      end

      # Where a retired field starts, and stays: no rule speaks of it.
      AWAY = { "visibility" => "hidden", "entry" => "locked", "presence" => "optional" }.freeze

      # Is it kept only for what records hold?
      def retired? = @retired

      # Its own starting state: Hash of facets, or nil.
      def baseline = retired? ? AWAY : @baseline

      # Does a line of a rule speak of it?
      def targeted_by?(line) = line.names_field?(self)

      # Can its state be of any interest in a mode?
      def asked_in?(_mode) = true

      # As of its kind: see Kind.
      def family = kind.family
      def computed? = kind.computed?
      def numbered? = kind.numbered?

      # The Option with an identifier, or nil.
      def option(option_id) = @options_by_id[option_id]

      # True where no one can ever type into it.
      def never_typed? = kind.never_typed? && !typed_when_incomplete?

      # True for a computed field that is typed while an input of its formula is blank.
      def typed_when_incomplete? = @typed_when_incomplete

      # Retired options that a typed value picks, and that the one before it did not: Array of Option.
      def newly_retired(value, before)
        picked, held = [value, before].map { |each| each.nil? ? [] : kind.picked(each) }
        (picked - held).filter_map { |id| option(id) }.select(&:retired?)
      end

      # Decimal places that are written at least: of what is calculated from money, as many as of money.
      def least_places = @least_places || kind.least_places

      # The same, written with so many decimal places at least.
      def written_with(places) = dup.tap { |copy| copy.instance_variable_set(:@least_places, places) }.freeze

      # JSON value -> typed value or nil. Raises Kind::Unsuitable.
      def parse(raw) = kind.parse(raw, self)

      # Typed value -> JSON value.
      def dump(value) = value.nil? ? nil : kind.dump(value)

      # Typed value -> what a person reads, with the names of people; "blank" for nil.
      def say(value, directory)
        family == :person && value ? directory.name_of(:user, value) : display(value)
      end

      # Typed value -> words; "blank" for nil.
      def display(value) = value.nil? ? "blank" : kind.display(value, self)
    end
  end
end
