# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Turns what was assumed to show an outcome into a full question that anyone can ask again.
    class ExampleQuestion
      # What people did to the record by hand, as lines.
      FLAGS = {
        [:locked, true] => { "name" => "the record's lock flag", "words" => "yes" },
        [:locked, false] => { "name" => "the record's lock flag", "words" => "no" },
        [:lifted, true] => { "name" => "the record", "words" => "unlocked for a time" }
      }.freeze

      # question: Question that leaves the record open; found: Hash of the keys of Conditions::Operand#reads to typed
      # values.
      def initialize(question, found)
        @question = question
        @type = question.record_type
        @found = found
      end

      # A Question about a concrete record, time and place.
      def question
        kept = values(:stored)
        screen = kept.merge(values(:entered))
        held = kept.empty? ? screen : kept
        held = {} if @question.mode == "create"
        @question.with(
          principals: principals, stored: held.compact, entered: screen.reject { |id, value| held[id] == value },
          at: given(:time, @question.at), network: given(:network, @question.network),
          place: given(:place, @question.place),
          locked: @found.fetch([:locked], @question.locked), lifted: @found.fetch([:lifted], @question.lifted),
          related: related(screen, held)
        )
      end

      # Array of {"field", "name", "words"}: what the example holds, for people. field is absent for what is no field.
      def lines(directory)
        @found.map { |key, value| line(key, value, directory) }
      end

      private

      # What was assumed, or what the question gives; nil where it was assumed that it is not known.
      def given(name, asked)
        value = @found.fetch([name], asked)
        value unless value.is_a?(Conditions::Unreadable)
      end

      # JSON values.
      def values(kind)
        @found.select { |(each, _), _| each == kind }.to_h { |(_, id), value| [id, @type.field(id).dump(value)] }
      end

      def principals
        given = @found.select { |(kind, _), _| kind == :attribute }.to_h { |(_, name), value| [name, value] }
        given.empty? ? @question.principals : @question.principals.with_attributes(given)
      end

      # Records as they are assumed, in place of those that exist.
      def related(screen, held)
        assumed = @found.select { |(kind, _), _| %i[related opened].include?(kind) }
        return @question.related if assumed.empty?

        records = assumed.each_with_object({}) do |((kind, through, id), value), told|
          number = (kind == :opened ? held : screen)[through] or next
          ((told[@type.field(through).refers_to] ||= {})[number] ||= {})[id] = dumped(value)
        end
        RelatedRecords.new(records, @question.related)
      end

      # As a JSON value: the kind of a field of another record is not known here.
      def dumped(value)
        case value
        when Date then Catalogue::Kinds::Date.dump(value)
        when Time then Catalogue::Kinds::DateTime.dump(value)
        when Rational then Catalogue::Kinds::Decimal.dump(value)
        else value
        end
      end

      def line(key, value, directory)
        kind, id, other = key
        return { "name" => "the #{kind}", "words" => "not known" } if value.is_a?(Conditions::Unreadable)

        case kind
        when :entered, :stored
          field = @type.field(id)
          {
            "field" => id, "name" => kind == :stored ? "#{field.name} as stored" : field.name,
            "words" => field.say(value, directory)
          }
        when :related, :opened
          { "name" => "#{other.tr('_', ' ')} of the #{@type.field(id).name.downcase}", "words" => said(value) }
        when :attribute
          { "name" => "the user's #{id.tr('_', ' ')}", "words" => value || "blank" }
        when :time
          { "name" => "the time", "words" => said(value) }
        when :user
          { "name" => "the user", "words" => directory.name_of(:user, value) }
        when :network
          { "name" => "the network", "words" => value ? Conditions::NetworkKind.dump(value) : "blank" }
        when :place
          { "name" => "the place", "words" => value || "elsewhere" }
        else
          FLAGS.fetch([kind, value || false])
        end
      end

      # A value of a field of another record, of which only the identifier is known here.
      def said(value)
        case value
        when nil then "blank"
        when true then "yes"
        when false then "no"
        when Numeric then Catalogue::Kinds::Decimal.display(value.to_r, nil)
        when Date then Catalogue::Kinds::Date.display(value, nil)
        when Time then Catalogue::Kinds::DateTime.display(value, nil)
        else Array(value).join(", ")
        end
      end
    end
  end
end
