# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Everything that conditions can look up, as terms over one search: what is open is a variable, what the question
      # tells is fixed. Made for some conditions on one record type in one mode.
      class World
        include SameRecords

        # Calendar years that a date can be written with: 0000 to 9999 (RFC 3339).
        FIRST_DAY = (::Date.new(0, 1, 1, ::Date::GREGORIAN) - ::Date.new(1970, 1, 1)).to_i
        LAST_DAY = (::Date.new(9999, 12, 31, ::Date::GREGORIAN) - ::Date.new(1970, 1, 1)).to_i

        attr_reader :record_type, :base, :keys, :vocabulary, :search, :numbers, :texts, :clocks, :products, :terms

        # base: Facts with what is known whatever the record; free: keys to be chosen although base knows them;
        # comparisons: Array of [Comparison, opened]; budget: Budget; writing: Writing, or nil where no rule writes.
        def initialize(record_type, mode, base, comparisons, free:, budget:, writing: nil)
          raise Unknown, "rules that hang on what they write" if writing&.circular?(record_type.formulas)

          @writing = writing
          @record_type = record_type
          @base = base
          @free = free
          @keys = Keys.new(record_type, mode)
          @mode = mode
          @vocabulary = Vocabulary.new(comparisons, @keys)
          @search = Search.new(budget)
          @numbers = Numbers.new(@search, budget)
          @products = Products.new(@search, @numbers, budget)
          @clocks = Clocks.new(@search, @numbers)
          @texts = Texts.new(@search, budget)
          @terms = {}
          @once = {}
        end

        # What is calculated once.
        def once(key) = @once.fetch(key) { @once[key] = yield }

        # Directory::Directory of the question.
        def directory = base.directory
        def zone = base.zone || TZInfo::Timezone.get("Etc/UTC")

        # The record type that a key is about. key: of Keys.
        def type_of(key)
          %i[related opened].include?(key[0]) ? types.fetch(record_type.field(key[1]).refers_to) : record_type
        end

        # Hash of identifier to RecordType.
        def types = @types ||= { record_type.id => record_type }

        # -- what can be looked up: a Term, or nil where it can't be read

        # A field of the record. stored: as it was before anything was typed.
        def field(field, stored)
          return Making.blank(self, field) if stored && keys.creating?

          of_record([keys.place(stored), field.id], field, record_type)
        end

        # A field of the record that a reference names. opened: that it named when the form was opened.
        def related(reference, field, type, opened)
          return Making.blank(self, field) if opened && keys.creating?

          types[type.id] ||= type
          through = [keys.place(opened), reference.id]
          records << [through, type] unless records.include?([through, type])
          key = keys.of_record(through, field.id)
          once([:seen, key]) do
            own = of_record(key, field, type)
            Blanking.hidden_where(self, own, of_record(through, reference, record_type).blank)
          end
        end

        # The person who asks: Terms::Pick.
        def user
          unless free?([:user])
            return (base.user_id.is_a?(Unreadable) ? nil : Terms::Pick.new(self, { base.user_id => true }))
          end

          terms[[:user]] ||= Choosing.people(self, [:user], filled: true)
        end

        # An attribute of the person who asks.
        def attribute(name)
          return once([:attribute, name]) { Making.attribute(self, name) } if free?([:user])

          known = base.attribute(name)
          return Making.fixed_text(self, known) unless known.is_a?(Unreadable)

          terms[[:attribute, name]] ||= Making.text(self, Catalogue::Kind::TEXT_LIMIT, lines: true)
        end

        # The moment of asking: Terms::Quantity.
        def time
          unless free?([:time])
            return base.at.is_a?(Unreadable) ? nil : Making.moment(self, base.at)
          end

          # Where only what is to come is asked about, no moment before that of the question.
          terms[[:time]] ||= Making.open_moment(self, false, *(now if @free.include?([:from_now])))
        end

        # The calendar day of asking.
        def today
          moment = time
          moment && once([:today]) { day_of(moment) }
        end

        # The calendar day that a moment falls on in the policy's zone.
        def day_of(moment)
          variable = moment.variable
          return Making.day(self, Clocks.reading(zone, moment.number.to_i)[0]) unless variable

          Making.day_at(self, clocks.at(zone, variable, day_now).day, moment.blank)
        end

        # The address someone comes from: Terms::Address.
        def network
          return Terms::Address.new(self, base.network) unless free?([:network])

          terms[[:network]] ||= Terms::Address.new(self)
        end

        # Of what is open, some may also not be known at all, so that nothing that asks for it can be told: a literal
        # for its being known, true where it has to be. key: as of Operand#reads.
        def known(key)
          return true unless Space.unknown?(key) && free?(key)

          once([:known, key]) { search.variable(nil, phase: true) }
        end

        # What is not known in the model that was found: Hash of key to Unreadable.
        def unknown(holds)
          @once.filter_map { |(kind, key), literal| key if kind == :known && !holds.call(literal) }
            .to_h { |key| [key, Facts::NOT_GIVEN.fetch(key[0])] }
        end

        # A policy names places; an address that lies in none of them comes without one, as one that is not known does.
        def place(options)
          return Terms::Pick.new(self, { base.place => true }) unless free?([:place])

          terms[[:place]] ||= Terms::Pick.among(self, options.map(&:id), filled: true)
        end

        # The record's lock flag: Terms::Pick.
        def locked = terms[[:locked]] ||= Terms::Pick.among(self, [true, false], filled: true)

        # A value that is written out.
        def constant(value, subject) = Making.constant(self, value, subject)

        # The moment of asking, or one that stands for it: nanoseconds since 1970, to the minute.
        def now
          at = base.at
          at = ::Time.utc(2026, 1, 1, 12) if at.is_a?(Unreadable)
          at.to_i.div(60) * Clocks::MINUTE
        end

        # The day it is, known with the time: Integer.
        def day_now = Clocks.reading(zone, now)[0]

        # Is it open, although or because the question does not tell?
        def free?(key)
          return true if @free.include?(key)

          case key[0]
          when :network then base.network.is_a?(Unreadable)
          when :place then base.place.is_a?(Unreadable)
          else false
          end
        end

        # A field of one record, by key. Fields are blank only where they can be.
        def of_record(key, field, type)
          terms_of = (@terms_of ||= {})
          terms_of[key] ||= if field.computed?
                              Computed.new(self, key, field, type).term
                            else
                              terms[key] = Making.open(self, key, field)
                              if key[0] == :entered && @writing&.on(field.id)&.any?
                                Written.new(self, @writing, field, terms[key]).term
                              else
                                terms[key]
                              end
                            end
        end

        # From conditions to formulas.
        def translation = @translation ||= Translation.new(self)

        # Was nothing typed into a field that rules fill, not even a blank? A literal.
        def untouched(id) = once([:untouched, id]) { search.variable(nil, phase: true) }

        # Identifiers of blank fields of which that is so in the model that was found.
        def untouched_fields
          @once.filter_map { |key, literal| key[1] if key[0] == :untouched && search.values[literal] }
        end

        # The same field of the same record, as a key. key: of another field of it.
        def beside(key, id) = [*key[0..-2], id]

        # Is it a field of a new record?
        def new_record?(key) = keys.creating? && %i[entered stored].include?(key[0])

        # Values of computed fields of other records, which nothing else calculates: Hash of key to typed value.
        def computed_values(holds)
          (@terms_of || {})
            .select { |key, _| key.size == 3 && !terms.key?(key) }
            .transform_values { |term| term.value(holds) }
        end

        # Names of computed fields that are looked at: Array of String.
        def computed_names
          (@terms_of || {}).keys.filter_map { |key| name_of(key) if field_of(key).computed? }.uniq
        end

        # What a key is called.
        def name_of(key)
          return "the #{key.last.to_s.tr('_', ' ')}" unless %i[entered stored related opened].include?(key[0])

          key.size == 3 ? "#{field_of(key).name} of the #{record_type.field(key[1]).name.downcase}" : field_of(key).name
        end

        # The Catalogue::Field that a key is about.
        def field_of(key) = type_of(key).field(key.last)

        # How records are numbered that some references name: a pattern such as "CO-####"; nil where they are of several
        # types, or that is not known. references: Array of keys.
        def numbering(references)
          referred = references.map { |key| keys.refers_to(key) if key.size == 2 }.uniq
          type = referred.size == 1 ? types[referred[0]] : nil
          type ? type.fields.find(&:numbered?)&.numbering : nil
        end

        # Takes over a model found by another: Hashes of variable to truth, of variable to Integer, of place to String.
        def stand(truths, numbers, words)
          search.stand(truths)
          simplex = self.numbers.simplex
          simplex.stand((0...simplex.size).map { |variable| numbers[variable] })
          texts.stand(words)
          true
        end
      end
    end
  end
end
