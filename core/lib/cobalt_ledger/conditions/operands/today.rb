# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # The calendar day of asking in the policy's time zone, some days later or earlier.
      class Today < Operand
        known_as "today", order: 44

        def self.parts = { "today" => { "type" => "integer", "minimum" => -36_500, "maximum" => 36_500 } }

        SUBJECT = Subject.new("today", "today", Catalogue::Kinds::Date)

        def self.read(hash, _pointer, _scope, _faults) = new(hash["today"])
        def self.offered = { "name" => "today", "family" => "date" }

        # days: Integer, negative for the past.
        def initialize(days)
          super()
          @days = days
          @subject = SUBJECT
          freeze
        end

        def reads = [[:time]]

        def reader
          days = @days
          lambda do |facts|
            day = facts.today
            day.is_a?(Unreadable) ? day : day + days
          end
        end

        def words(_directory)
          return "today" if @days.zero?

          "#{Words.count(@days.abs, 'day')} #{@days.positive? ? 'from today' : 'ago'}"
        end

        def enter(world, _opened) = world.today&.later(@days)
        def to_h = { "today" => @days }
      end
    end
  end
end
