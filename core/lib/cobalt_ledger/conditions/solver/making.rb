# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Makes terms: open ones from what a field can hold, fixed ones from values.
      module Making
        NANO = Clocks::NANO
        # The Julian day number of 1970-01-01, from which days are counted.
        EPOCH = 2_440_588
        READ_DAY = ->(number) { ::Date.jd(number.to_i + EPOCH, ::Date::GREGORIAN) }
        READ_TIME = ->(number) { ::Time.at(number.to_i.div(NANO), number.to_i % NANO, :nsec).utc }
        READ_NUMBER = ->(number) { number }
        READ_WHOLE = lambda(&:to_i)

        module_function

        # What a field can hold. key: of Keys; field: Catalogue::Field.
        def open(world, key, field)
          case field.family
          when :number
            open_number(world, field, blank_of(world, key, field))
          when :date
            day_at(
              world, world.numbers.variable(World::FIRST_DAY, World::LAST_DAY, world.day_now),
              blank_of(world, key, field)
            )
          when :time
            open_moment(world, blank_of(world, key, field))
          when :flag
            Terms::Pick.among(world, [true, false])
          when :choice
            Choosing.option(world, key, field)
          when :choices
            Choosing.several(world, key, field)
          when :person
            Choosing.people(world, key)
          when :reference
            Choosing.records(world, key)
          when :text
            text(world, field.max_length, lines: field.kind.lines?, blank: blank_of(world, key, field))
          else
            raise Unknown, "fields of kind #{field.kind.title}"
          end
        end

        # A term that is blank, of the kind of a field.
        def blank(world, field)
          case field.family
          when :number, :date, :time then Terms::Quantity.new(world.numbers, {}, 0, 1, true, READ_NUMBER)
          when :choices then Terms::Several.new({})
          when :text then Terms::Wording.new(world.texts, world.texts.written("blank"), true)
          else Terms::Pick.new(world, {})
          end
        end

        # A value that is written out. value: typed; subject: the Field or Subject it is a value of.
        def constant(world, value, subject)
          case subject.family
          when :number
            Terms::Quantity.new(world.numbers, {}, value.to_r.numerator, value.to_r.denominator, false, READ_NUMBER)
          when :date
            day(world, day_number(value))
          when :time
            moment(world, value)
          when :choices
            Terms::Several.new(value.to_h { |option| [option, true] })
          when :text
            fixed_text(world, value)
          when :network
            value
          else
            Terms::Pick.new(world, { value => true })
          end
        end

        # Days from 1970-01-01 to a Date.
        def day_number(date) = date.jd - EPOCH

        def moment(world, time) = Terms::Quantity.new(world.numbers, {}, (time.to_r * NANO).floor, 1, false, READ_TIME)
        def day(world, number) = Terms::Quantity.new(world.numbers, {}, number, 1, false, READ_DAY)

        # A day as a Terms::Quantity. variable: its place among the numbers; blank: formula that there is none.
        def day_at(world, variable, blank)
          Terms::Quantity.new(world.numbers, { variable => 1 }, 0, 1, blank, READ_DAY)
        end

        # A moment that nothing is known of: Terms::Quantity.
        def open_moment(world, blank, earliest = World::FIRST_DAY * Clocks::DAY)
          variable =
            world.numbers.variable(earliest, ((World::LAST_DAY + 1) * Clocks::DAY) - 1, world.now)
          Terms::Quantity.new(world.numbers, { variable => 1 }, 0, 1, blank, READ_TIME)
        end

        # A number within what a field holds: Terms::Quantity.
        def open_number(world, field, blank)
          whole = field.kind.whole?
          unit = whole ? 1 : Computed::NANO
          limit = Catalogue::Kinds::Decimal::LIMIT * unit
          Terms::Quantity.new(
            world.numbers, { world.numbers.variable(-limit, limit) => 1 }, 0, unit, blank,
            whole ? READ_WHOLE : READ_NUMBER
          )
        end

        # An attribute of whoever is chosen.
        def attribute(world, name)
          user = world.user
          blank = world.search.variable
          place = world.texts.variable(nil, true)
          user.values.each_pair do |id, literal|
            held = world.directory.find(:user, id)&.attributes&.[](name)
            world.search.add([literal ^ 1, held ? blank ^ 1 : blank])
            world.search.add([literal ^ 1, world.texts.equal(place, world.texts.written(held))]) if held
          end
          Terms::Wording.new(world.texts, place, blank)
        end

        # A text that is known, or nil: Terms::Wording.
        def fixed_text(world, text) = Terms::Wording.new(world.texts, world.texts.written(text || "blank"), text.nil?)

        # A text that is looked up: Terms::Wording. limit: characters at most; lines: may it have several?
        def text(world, limit, lines:, blank: world.search.variable(nil, phase: true))
          Terms::Wording.new(world.texts, world.texts.variable(limit, lines), blank)
        end

        # Whether a field is blank: an identifier that is given automatically is not, once there is a record.
        def blank_of(world, key, field)
          field.numbered? && !world.new_record?(key) ? false : world.search.variable(nil, phase: true)
        end
        private_class_method :blank_of
      end
    end
  end
end
