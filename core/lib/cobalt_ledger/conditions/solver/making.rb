# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Makes terms: open ones from what a field can hold, fixed ones from values.
      module Making
        NANO = Clocks::NANO
        # Days and moments stand where nothing moves them.
        READ_DAY = ->(number) { ::Date.jd(number.to_i + 2_440_588, ::Date::GREGORIAN) }
        READ_TIME = ->(number) { ::Time.at(number.to_i.div(NANO), number.to_i % NANO, :nsec).utc }
        READ_NUMBER = ->(number) { number }
        READ_WHOLE = ->(number) { number.to_i }
        # Options of which all are told apart although none is named.
        FEW = 6

        module_function

        # What a field can hold. key: of Keys; field: Catalogue::Field.
        def open(world, key, field)
          case field.family
          when :number then open_number(world, field, blank_of(world, key, field))
          when :date then day_at(world, world.numbers.variable(World::FIRST_DAY, World::LAST_DAY, world.day_now), blank_of(world, key, field))
          when :time then open_moment(world, blank_of(world, key, field))
          when :flag then Terms::Pick.among(world, [true, false])
          when :choice then Terms::Pick.among(world, options(world, key, field))
          when :choices then several(world, key, field)
          when :person then people(world, key)
          when :reference then records(world, key, field)
          when :text then text(world, key, field.max_length, lines: field.kind_name == "long_text", blank: blank_of(world, key, field))
          else raise Unknown, "fields of kind #{field.kind.title}"
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

        # The same term, blank where a formula holds.
        def hidden_where(world, term, formula)
          case term
          when Terms::Quantity then term.blank_when(Formula.any(formula, term.blank))
          when Terms::Wording then Terms::Wording.new(term.texts, term.place, Formula.any(formula, term.blank))
          else
            Formula.demand(world.search, Formula.any(Formula.negate(formula), term.blank))
            term
          end
        end

        # A value that is written out. value: typed; subject: the Field or Subject it is a value of.
        def constant(world, value, subject)
          case subject.family
          when :number then Terms::Quantity.new(world.numbers, {}, value.to_r.numerator, value.to_r.denominator, false, READ_NUMBER)
          when :date then day(world, value.jd - 2_440_588)
          when :time then moment(world, value)
          when :choices then Terms::Several.new(value.to_h { |option| [option, true] })
          when :text then fixed_text(world, value)
          when :network then value
          else Terms::Pick.new(world, { value => true })
          end
        end

        def moment(world, time) = Terms::Quantity.new(world.numbers, {}, (time.to_r * NANO).floor, 1, false, READ_TIME)
        def day(world, number) = Terms::Quantity.new(world.numbers, {}, number, 1, false, READ_DAY)
        def day_at(world, variable, blank) = Terms::Quantity.new(world.numbers, { variable => 1 }, 0, 1, blank, READ_DAY)

        def open_moment(world, blank)
          variable = world.numbers.variable(World::FIRST_DAY * Clocks::DAY, ((World::LAST_DAY + 1) * Clocks::DAY) - 1, world.now)
          Terms::Quantity.new(world.numbers, { variable => 1 }, 0, 1, blank, READ_TIME)
        end

        def open_number(world, field, blank)
          whole = field.kind_name == "integer"
          unit = whole ? 1 : 10**Catalogue::Kinds::Decimal::PLACES
          limit = Catalogue::Kinds::Decimal::LIMIT * unit
          Terms::Quantity.new(world.numbers, { world.numbers.variable(-limit, limit) => 1 }, 0, unit, blank, whole ? READ_WHOLE : READ_NUMBER)
        end

        # People: those the conditions name, and of those whom nothing tells apart as many as may have to differ.
        def people(world, key, filled: false)
          linked = world.vocabulary.linked(key)
          asking = world.free?([:user]) || !linked.include?([:user]) ? [] : [world.base.user_id].grep(String)
          alike = world.directory.users.group_by { |user| standing(world, user, linked.include?([:user])) }
          named = world.vocabulary.named(key).select { |id| world.directory.find(:user, id) }
          count = linked.size + named.size
          Terms::Pick.among(world, (named + asking + alike.values.flat_map { |users| users.first(count).map(&:id) }).uniq, filled: filled)
        end

        # An attribute of whoever is chosen.
        def attribute(world, name)
          user = world.user
          blank = world.search.variable
          place = world.texts.variable(nil, true)
          user.values.each do |id, literal|
            held = world.directory.find(:user, id)&.attributes&.[](name)
            world.search.add([literal ^ 1, held ? blank ^ 1 : blank])
            world.search.add([literal ^ 1, world.texts.equal(place, world.texts.written(held))]) if held
          end
          Terms::Wording.new(world.texts, place, blank)
        end

        def fixed_text(world, text) = Terms::Wording.new(world.texts, world.texts.written(text || "blank"), text.nil?)

        def text(world, _key, limit, lines:, blank: world.search.variable(nil, phase: true))
          Terms::Wording.new(world.texts, world.texts.variable(limit, lines), blank)
        end

        # Whether a field is blank: an identifier that is given automatically is not, once there is a record.
        def blank_of(world, key, field)
          field.kind_name == "auto_number" && !world.new_record?(key) ? false : world.search.variable(nil, phase: true)
        end
        private_class_method :blank_of

        # The options that conditions name, with one for all others; all of them where fields are compared.
        def options(world, key, field)
          all = field.options.map(&:id)
          return all unless world.vocabulary.alone?(key)

          named = all & world.vocabulary.named(key)
          named + (all - named).first(1)
        end
        private_class_method :options

        def several(world, key, field)
          all = field.options.map(&:id)
          found = all.size <= FEW || !world.vocabulary.alone?(key) ? all : options(world, key, field)
          Terms::Several.new(found.to_h { |option| [option, world.search.variable] })
        end
        private_class_method :several

        # Numbers of records: those named, and others in the form in which they are given. What is compared with each other
        # takes the same ones.
        def records(world, key, _field)
          linked = world.vocabulary.linked(key)
          Terms::Pick.among(world, world.once([:records, linked.min_by(&:inspect)]) do
            named = world.vocabulary.named(key)
            numbering = world.numbering(linked)
            others = (1..).lazy.map { |number| numbering ? numbering.sub(/#+/) { |marks| number.to_s.rjust(marks.size, "0") } : number.to_s }
            named + others.reject { |number| named.include?(number) }.first(linked.size + 1)
          end)
        end
        private_class_method :records

        # What conditions can tell of a person. asks: is it who asks?
        def standing(world, user, asks)
          members, attributes = world.vocabulary.standing
          principals = world.directory.principals_of(user.id)
          [members.map { |member| principals.include?(member.kind, member.id) }, asks ? user.attributes.values_at(*attributes) : nil]
        end
        private_class_method :standing
      end
    end
  end
end
