# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # For each thing that conditions look up: values that stand for all others. Two values that no comparison tells
      # apart need only one of them; where fields are compared with each other, there is room for all of them on
      # either side of every boundary.
      class Representatives
        # Options of which all combinations are tried, and texts that may be included at once.
        COMBINED = 6

        # Where values stand that nothing compares.
        SOME_DAY = ::Date.new(2026, 1, 1)
        SOME_TIME = ::Time.utc(2026, 1, 1)

        def initialize(ground)
          @ground = ground
          @comparisons = ground.conditions.flat_map(&:comparisons)
        end

        # Array of typed values; nil stands for blank.
        def of(key)
          case key.first
          when :entered, :stored, :related, :attribute then of_subject(key, subject_of(key))
          when :network then networks(literals(key))
          when :place then [nil] + subject_of(key).options.map(&:id)
          when :time then Moments.new(@ground).to_a
          when :user then people(key, subject_of(key))
          else [false, true]
          end
        end

        # The boundaries of a number, in order.
        def edges_of(key) = literals(key).grep(Numeric).uniq.sort

        private

        def of_subject(key, subject)
          case subject.family
          when :choice then [nil] + subject.options.map(&:id)
          when :choices then [nil] + sets(key, subject)
          when :flag then [nil, true, false]
          when :number, :date, :time then [nil] + around(key, subject)
          when :person then [nil] + people(key, subject)
          else texts(key, subject)
          end
        end

        def subject_of(key)
          return @ground.record_type.field(key[1]) if %i[entered stored].include?(key.first)
          return Operands::User::SUBJECT if key == [:user]

          operands.find { |operand| operand.reads == [key] }.subject
        end

        def operands = @operands ||= @ground.sources + @comparisons.flat_map { |comparison| [comparison.left, comparison.right].compact }

        # Every boundary, and enough values between each two of them and beyond.
        def around(key, subject)
          kind = { number: Numeric, date: ::Date, time: ::Time }.fetch(subject.family)
          edges = literals(key).grep(kind).uniq.sort
          edges = [{ number: 0, date: SOME_DAY, time: SOME_TIME }.fetch(subject.family)] if edges.empty?
          room = linked(key).size
          steps = { time: [60], date: [1] }.fetch(subject.family) { number_steps(key) }
          found = edges.flat_map { |edge| steps.flat_map { |step| (-room..room).map { |count| edge + (count * step) } } }
          found += whole_numbers(found) if subject.family == :number && steps.size > 1
          found = found.map { |value| value.to_r == value.to_i ? value.to_i : nil }.compact if subject.kind_name == "integer"
          found.uniq
        end

        # Whole numbers for whole-number fields, hundredths too where anything that is linked may have them.
        def number_steps(key)
          whole = linked(key).all? { |each| subject_of(each).kind_name == "integer" } && literals(key).grep(Numeric).all? { |edge| (edge % 1).zero? }
          return [1] if whole

          linked(key).size > 1 ? [1, Rational(1, 100)] : [Rational(1, 100)]
        end

        def whole_numbers(values) = values.flat_map { |value| [value.floor, value.ceil] }

        # Texts with every combination of beginnings and contents; a sign that occurs in no literal keeps them apart.
        def texts(key, subject)
          strings = literals(key).grep(String).uniq
          mark = ["·", "¦", "§"].find { |each| strings.none? { |text| text.include?(each) } } || "something else"
          starts = [""] + compared_by(key, "begins_with")
          built = starts.product(subsets(key, compared_by(key, "includes"))).flat_map do |start, parts|
            (1..linked(key).size).map { |count| "#{start}#{mark * count}#{parts.map { |part| part + mark }.join}" }
          end
          # Numbered fields are blank only before the record exists.
          blank = subject.kind_name == "auto_number" && @ground.mode != "create" ? [] : [nil]
          blank + (strings + built).uniq
        end

        # Texts that a key, or what it is linked with, is compared with in one way.
        def compared_by(key, method)
          @comparisons.select { |comparison| comparison.method_name == method && comparison.reads.intersect?(linked(key)) }.flat_map { |comparison| strings_in(comparison) }.uniq
        end

        def strings_in(comparison) = edges(comparison).grep(String)

        # All subsets of a few; of many only the small ones and the whole.
        def subsets(key, items)
          return (0..items.size).flat_map { |size| items.combination(size).to_a } if items.size <= COMBINED

          @ground.incomplete!(key)
          [[]] + items.map { |item| [item] } + [items]
        end

        # Sets of the options that matter, with and without one that does not.
        def sets(key, subject)
          options = subject.options.map(&:id).sort
          named = literals(key).grep(Array).flatten.uniq & options
          others = options - named
          found = subsets(key, others.size + named.size <= 4 ? options : named)
          found += found.map { |set| (set + others.first(1)).sort } if others.any?
          found.map { |set| set.sort.freeze }.uniq.reject(&:empty?)
        end

        # One person for each way of belonging to what the conditions name, as many of each as are compared with each
        # other, and those they name outright.
        def people(key, subject)
          alike = directory.users.group_by { |user| standing(user, subject) }
          asking = @ground.reads.include?([:user]) && !@ground.keys.include?([:user]) ? [@ground.base.user_id].grep(String) : []
          (literals(key).grep(String) + asking + alike.values.flat_map { |users| users.first(linked(key).size).map(&:id) }).uniq
        end

        # What conditions can tell of a person.
        def standing(user, subject)
          @members ||= @comparisons.filter_map(&:right).grep(Operands::Members).flat_map(&:members).uniq
          @attributes ||= @ground.reads.filter_map { |kind, name| name if kind == :attribute }
          principals = directory.principals_of(user.id)
          [@members.map { |member| principals.include?(member.kind, member.id) }, subject.id == "user" ? user.attributes.values_at(*@attributes) : nil]
        end

        def directory = @ground.base.directory

        # An address within each block, within none, and within each without those inside it.
        def networks(blocks)
          ends = blocks.flat_map { |block| [block.to_range.first, block.to_range.last] }
          outside = %w[192.0.2.77 198.51.100.77 203.0.113.77 2001:db8::77 2001:db8:ffff::77].map { |text| IPAddr.new(text) }
          beyond = blocks.filter_map { |block| block.ipv4? && block.to_range.last.to_i < (2**32) - 1 ? block.to_range.last.succ : nil }
          (ends.map { |end_| IPAddr.new(end_.to_i, end_.family) } + outside + beyond).uniq
        end

        # Keys that are compared with each other, through however many comparisons.
        def linked(key)
          @linked ||= {}
          @linked[key] ||= [key] + Graph.reachable(key) { |each| partners(each) }
        end

        def partners(key)
          direct = @comparisons.select { |comparison| comparison.reads.size > 1 && comparison.reads.include?(key) }.flat_map(&:reads)
          computed = @ground.computes? && %i[entered stored].include?(key[0]) ? related_by_formula(key) : []
          twins = [{ entered: [:stored, key[1]], stored: [:entered, key[1]] }[key[0]]].compact
          (direct + computed + related_by_writing(key) + (twins & @ground.reads)).reject { |each| each == key || each == [:time] }
        end

        # What is written from a field has to be told apart as finely as where it goes, and the other way about.
        def related_by_writing(key)
          @ground.writes.flat_map do |id, source|
            if key == [:entered, id] then source.reads
            elsif source.reads.include?(key) then [[:entered, id]]
            else []
            end
          end
        end

        def related_by_formula(key)
          @ground.record_type.formulas.steps.flat_map do |step|
            if step.field.id == key[1] then step.inputs.map { |input| [key[0], input] }
            elsif step.inputs.include?(key[1]) then [[key[0], step.field.id]]
            else []
            end
          end
        end

        # Literals that a key is compared with, directly or through what it is linked with, and what rules write.
        def literals(key)
          @literals ||= {}
          @literals[key] ||= @comparisons.select { |comparison| comparison.reads.intersect?(linked(key)) }.flat_map { |comparison| edges(comparison) }.union(written)
        end

        def written = @written ||= @ground.sources.grep(Operands::Literal).map(&:value)

        def edges(comparison)
          case comparison.right
          when Operands::Literal then [comparison.right.value]
          when Operands::Literals then comparison.right.values
          else relative(comparison)
          end
        end

        # Boundaries that move with the day of asking, for each day that may be.
        def relative(comparison)
          return [] unless comparison.reads.include?([:time])

          @ground.days.flat_map do |today|
            case comparison.right
            when Operands::Days then [today, comparison.method_name == "within_last" ? today - comparison.right.value : today + comparison.right.value]
            when Operands::Today then [today + comparison.right.to_h["today"]]
            else []
            end
          end
        end
      end
    end
  end
end
