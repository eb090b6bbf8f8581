# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    # What sort of value a field holds. One subclass a file in kinds/.
    #
    # Values come in as JSON values and leave `parse` as Ruby values that compare exactly
    # (Integer, Rational for decimals, Date, Time, String, true/false, frozen Array).
    class Kind
      extend Registry

      # Raised by parse when a value is not of the kind.
      class Unsuitable < StandardError; end

      # Members of a field's document that only some kinds have, and what is said where another has them.
      MEMBERS = { "options" => "only choice fields have options", "formula" => "only computed fields have a formula",
                  "typed_when_incomplete" => "only computed fields can be typed when they can't be computed",
                  "max_length" => "only text fields have a length",
                  "inherits" => "only record references carry protection over" }.freeze

      # Longest text accepted in a field that names no length of its own, in characters.
      TEXT_LIMIT = 10_000

      class << self
        # Module whose folder holds the kinds.
        def registry_namespace = CobaltLedger::Catalogue::Kinds

        # Words for people. Subclasses set it with `titled`.
        attr_reader :title

        # text: what people call the kind, "date and time".
        def titled(text)
          @title = text
        end

        # word: an identifier, a title or another word for a kind, whatever its case. Returns the kind's name, or nil.
        def named(word)
          wanted = plain(word)
          members.find do |name, kind|
            [name, kind.title, *kind.other_words].any? { |each| plain(each) == wanted }
          end&.first
        end

        # The family decides which comparisons and masks suit.
        # :text, :number, :date, :time, :flag, :choice, :choices, :reference, :person
        def family = :text

        # JSON value -> typed value; nil when blank. Raises Unsuitable.
        def parse(_raw, _field) = raise(NotImplementedError)

        # Typed value -> what a person reads.
        def display(value, _field) = value.to_s

        # Typed value -> JSON value, such that parse gives the typed value again.
        def dump(value) = value

        # Members of the field's document that only some kinds have: names of MEMBERS.
        def takes = []

        # Does a number have no decimals? Does a text have several lines? Both matter to the solver.
        def whole? = false
        def lines? = false

        # Figures after the point that are shown in any case.
        def least_places = 0

        # Is it calculated by a formula?
        def computed? = false

        # Is it given by the system when the record is created?
        def numbered? = false

        # True when no one may type into such a field.
        def never_typed? = computed? || numbered?

        # The box it is typed into on a form: "text", "lines", "number", "date", "moment", "yes_no", "choice",
        # "choices", "reference" or "person".
        def input = "text"

        # A value shown beside the field's name where a rule is written, so that a wrong pick is noticed.
        def sample(_field) = ""

        # What a field of the kind looks like when it is filled in, where no field is at hand.
        def example = sample(nil)

        # Identifiers of the options that a typed value picks.
        def picked(_value) = []

        # A made-up JSON value, where the stored one is not to be shown: the same for every record. nil where none can
        # be made up from the field alone.
        def stand_in(_field) = nil

        private

        def plain(word) = word.to_s.strip.downcase.gsub(/[\s_-]+/, " ")

        def unsuitable(message) = raise(Unsuitable, message)

        # limit: characters at most.
        def text(raw, limit = TEXT_LIMIT)
          return nil if raw.nil?

          unsuitable("must be text") unless raw.is_a?(String)
          unsuitable("is not valid UTF-8") unless raw.valid_encoding?
          unsuitable("holds a NUL character") if raw.include?("\0")
          unsuitable("is longer than #{limit} characters") if raw.size > limit
          raw.match?(/\S/) ? raw : nil
        end
      end
    end
  end
end
