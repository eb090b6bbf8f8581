# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # Everything a condition can ask about: the values on the screen and in the record, who asks, when and from where.
    # What was not given is Unreadable when asked for, so that the rule fails closed.
    class Facts
      # Stands for the person who asks where only a role or a group is known.
      SOMEBODY = "the user"

      NO_TIME = Unreadable.new("the time was not given").freeze
      NO_NETWORK = Unreadable.new("the network was not given").freeze
      NO_PLACE = Unreadable.new("the place was not given").freeze
      NOT_GIVEN = { time: NO_TIME, network: NO_NETWORK, place: NO_PLACE }.freeze
      NO_PERSON = Unreadable.new("it is not known which person asks").freeze

      # What of the question, beside the record, can make a difference, by the kind of what is looked up.
      CIRCUMSTANCES = { time: :at, user: :principals, attribute: :principals, network: :network, place: :place }.freeze

      # What of the question some conditions depend on. conditions: Array of Node. Returns an Array of values of
      # CIRCUMSTANCES.
      def self.circumstances_of(conditions)
        conditions.flat_map(&:reads).filter_map { |kind, *| CIRCUMSTANCES[kind] }.uniq
      end

      attr_reader :entered, :principals, :directory, :zone, :locked, :lifted

      # entered: Hash of identifier to typed value, as on the screen; stored: the same for the record, or a lambda
      # that gives it when asked; at: Time or nil; zone: TZInfo::Timezone in which days are counted; network: IPAddr or
      # nil; place: identifier or nil; locked: the record's flag; lifted: true while someone has
      # unlocked it for a time; related: lambda from (record type, number) to a
      # Hash of typed values, or nil where there is no such record.
      def initialize(entered: {}, stored: entered, principals: nil, directory: nil, at: nil, zone: nil, network: nil,
                     place: nil, locked: false, lifted: false, related: nil)
        @entered = entered
        @stored = stored
        @principals = principals
        @directory = directory
        @at = at
        @zone = zone
        @network = network
        @place = place
        @locked = locked && !lifted
        @lifted = lifted
        @related = related
        @opening = nil
      end

      # What was done to the record by hand: :locked, :lifted or nil.
      def hand
        return :lifted if lifted

        :locked if locked
      end

      # What the record holds: Hash of identifier to typed value.
      def stored = @stored.is_a?(Proc) ? (@stored = @stored.call) : @stored

      # What the question says of when, where and who; Unreadable where it says nothing.
      def at = @at || NO_TIME
      def network = @network || NO_NETWORK
      def place = @place || NO_PLACE
      def user_id = principals ? (principals.user_id || SOMEBODY) : NO_PERSON

      # An attribute of the person who asks: String, nil when the person has none of that name, or Unreadable.
      def attribute(name)
        known = @attributes || principals&.attributes
        known ? known[name] : NO_PERSON
      end

      # What of the question is so. names: as from circumstances_of.
      def circumstances(names) = names.map { |name| public_send(name) }

      # The calendar day it is: Date or Unreadable.
      def today
        return at if at.is_a?(Unreadable)

        @today ||= local(@at).to_date
      end

      # A Time as the clocks of the policy's zone show it.
      def local(time) = zone ? zone.to_local(time) : time

      # A field of the record that a reference field names: typed value or Unreadable.
      def related(through, record_type, id)
        number = entered[through]
        return @others[[record_type, number, id]] if @others && number
        return number if number.nil? || number.is_a?(Unreadable)

        other = @related&.call(record_type, number)
        other ? other[id] : Unreadable.new("there is no record #{number}")
      end

      # Facts in which what was looked up has these values. found: Hash from keys of Operand#reads to typed values;
      # fields that are not in it are blank, and what is stored stands on the screen too unless something else does.
      # stored: false where the record holds nothing yet.
      def assuming(found, formulas, stored: true)
        kinds = { stored: {}, entered: {}, attribute: {} }
        found.each { |(kind, name), value| kinds[kind]&.store(name, value) }
        kept = kinds[:stored]
        screen = formulas.fill(kept.merge(kinds[:entered]))
        held = if stored
                 kept.empty? ? screen : formulas.fill(kept)
               else
                 {}
               end
        dup.tap { |copy| copy.assume(screen, held, others(found, formulas, screen, held), kinds[:attribute], found) }
      end

      # The facts as they were when the form was opened: unless told otherwise, with what the record held on the screen.
      def opening = @opening ||= with_entered(stored)

      # The same facts with other values on the screen.
      def with_entered(values) = dup.tap { |copy| copy.enter(values) }

      # The same facts, opened as the given ones.
      def opened_as(opening) = dup.tap { |copy| copy.open_as(opening) }

      # Fields of the records that references name, on the screen or as the form was opened:
      # Hash of [record type, number, field] to typed value.
      def others(found, formulas, screen, held)
        found.select { |(kind, _), _| %i[related opened].include?(kind) }.to_h do |(kind, through, id), value|
          [[formulas.field(through).refers_to, (kind == :opened ? held : screen)[through], id], value]
        end
      end

      protected

      def assume(screen, held, others, attributes, found)
        @entered = screen
        @opening = nil
        @stored = held
        @others = others
        assume_asked(found)
        @attributes = attributes if attributes.any?
      end

      # Who asks, when and from where.
      def assume_asked(found)
        @network = found.fetch([:network], @network)
        @place = found.fetch([:place], @place)
        @locked = found.fetch([:locked], @locked)
        if found.key?([:time])
          @at = found[[:time]]
          @today = nil
        end
        @principals = directory.principals_of(found[[:user]]) if found.key?([:user])
      end

      def enter(values) = @entered = values
      def open_as(facts) = @opening = facts
    end
  end
end
