# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # When a rule's window is open: by the day, the weekday and the minute that the clocks of its zone show.
      class Opening
        # world: World; window: Window; moment: Terms::Quantity of the time of asking.
        def initialize(world, window, moment)
          @world = world
          @window = window
          @moment = moment
          @numbers = world.numbers
        end

        # The Formula that the window is open at the moment.
        def formula
          variable = @moment.variable or return @window.cover?(Making::READ_TIME.call(@moment.number))

          @clock =
            @world.clocks.at(
              @window.zone, variable, Clocks.reading(@window.zone, @world.now)[0], exact: !@window.hours.nil?
            )
          Formula.all(*days, weekdays, hours)
        end

        private

        def days
          [
            @window.from && least(@clock.day, number(@window.from)),
            @window.until && most(@clock.day, number(@window.until))
          ].compact
        end

        def weekdays
          return true if @window.weekdays.empty?

          weekday = @world.clocks.weekday(@clock.day)
          Formula.any(
            *@window
              .weekdays
              .map { |name| Window::WEEKDAYS.index(name) }
              .map { |day| Formula.all(least(weekday, day), most(weekday, day)) }
          )
        end

        def hours
          return true if @window.hours.nil?

          first, last = @window.hours
          group = first < last ? Formula.method(:all) : Formula.method(:any)
          group.call(least(@clock.minute, first), most(@clock.minute, last - 1))
        end

        def least(variable, number) = @numbers.at_least({ variable => 1 }, number)
        def most(variable, number) = @numbers.at_most({ variable => 1 }, number)
        def number(date) = Making.day_number(date)
      end
    end
  end
end
