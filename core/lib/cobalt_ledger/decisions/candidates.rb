# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # For everything that conditions look up: values on every side of every boundary they draw.
    # Keys are those of Conditions::Operand#reads.
    class Candidates
      # Options of which all combinations are tried, for fields with several choices.
      COMBINED_OPTIONS = 4

      # conditions: Array of Conditions::Node; sources: Array of Conditions::Operand that values are taken from;
      # base: Conditions::Facts with what is known whatever the record: who asks, when and from where.
      def initialize(record_type, conditions, sources, mode, base)
        @record_type = record_type
        @mode = mode
        @base = base
        @comparisons = conditions.flat_map(&:comparisons)
        @sources = sources
        @reads = (conditions + sources).flat_map(&:reads).uniq
      end

      # Hash of key to Array of typed values, nil (blank) first. Computed fields are left to their formulas: their
      # inputs stand in for them. What a question gives anyway (the person, the time) is left to the question.
      def to_h
        keys.to_h { |key| [key, values(key)] }
      end

      private

      def keys
        @reads.flat_map { |key| expanded(key) }.uniq
      end

      # What has to be chosen so that a key has a value.
      def expanded(key)
        kind, id, = key
        case kind
        when :entered then inputs(id).map { |each| [:entered, each] }
        when :stored
          return [] if @mode == "create"

          inputs(id).map { |each| [@mode == "edit" ? :stored : :entered, each] }
        when :related then [[:entered, id], key]
        else key == [:locked] || unknown?(key) ? [key] : []
        end
      end

      # What the question would tell, but does not.
      def unknown?(key)
        case key.first
        when :network then @base.network.is_a?(Conditions::Unreadable)
        when :place then @base.place.is_a?(Conditions::Unreadable)
        when :attribute then @base.attribute(key[1]).is_a?(Conditions::Unreadable)
        else false
        end
      end

      # The field itself, or what it is computed from.
      def inputs(id)
        field = @record_type.field(id)
        return [id] unless field.kind_name == "computed"

        found = @record_type.formulas.inputs_of(id)
        (field.typed_when_incomplete? ? found + [id] : found).reject { |each| @record_type.field(each).kind_name == "computed" && each != id }
      end

      def values(key)
        case key.first
        when :entered, :stored, :related, :attribute then of_subject(subject_of(key), literals(key))
        when :network then networks(literals(key))
        when :place then [nil] + subject_of(key).options.map(&:id)
        else [false, true]
        end
      end

      def subject_of(key)
        return @record_type.field(key[1]) if %i[entered stored].include?(key.first)

        operands.find { |operand| operand.reads == [key] }.subject
      end

      def operands = @operands ||= @sources + @comparisons.flat_map { |comparison| [comparison.left, comparison.right].compact }

      def of_subject(subject, edges)
        case subject.family
        when :choice then [nil] + subject.options.map(&:id)
        when :choices then [nil] + sets(subject)
        when :flag then [nil, true, false]
        when :number then [nil] + around(edges.grep(Numeric), subject.kind_name == "integer" ? 1 : Rational(1, 100), [0, 1])
        when :date then [nil] + around(edges.grep(::Date), 1, [::Date.new(2026, 1, 1)])
        when :time then [nil] + around(edges.grep(Time), 60, [Time.utc(2026, 1, 1)])
        when :person then [nil] + people(subject, edges)
        else texts(subject, edges.grep(String))
        end
      end

      def around(edges, step, otherwise)
        (edges.empty? ? otherwise : edges.flat_map { |edge| (-steps..steps).map { |number| edge + (number * step) } }).uniq
      end

      # Where fields are compared with each other, there must be room for all of them on either side of a boundary.
      def steps
        @steps ||= @comparisons.select { |comparison| comparison.right && !comparison.right.class.constant? }.flat_map(&:reads).uniq.size.clamp(1, 6)
      end

      def texts(subject, edges)
        extended = subject.family == :text ? edges.map { |edge| "#{edge} and more" } + [edges.join(" ")] : []
        # Numbered fields are blank only before the record exists.
        blank = subject.kind_name == "auto_number" && @mode != "create" ? [] : [nil]
        (blank + edges + extended + ["something else"]).reject { |value| value == "" }.uniq
      end

      def sets(subject)
        options = subject.options.map(&:id).sort
        return options.map { |option| [option].freeze } + [options.freeze] if options.size > COMBINED_OPTIONS

        (1..options.size).flat_map { |size| options.combination(size).map(&:freeze) }
      end

      # One person for each way of belonging to what the conditions name, and those they name outright.
      def people(subject, edges)
        members = @comparisons.select { |comparison| comparison.left.subject == subject }.filter_map(&:right)
                              .grep(Conditions::Operands::Members).flat_map(&:members).uniq
        chosen = @base.directory.users.uniq do |user|
          principals = @base.directory.principals_of(user.id)
          members.map { |member| principals.include?(member.kind, member.id) }
        end
        asking = @reads.include?([:user]) ? [@base.user_id].grep(String) : []
        (edges.grep(String) + asking + chosen.map(&:id)).uniq
      end

      # An address within each block, and one outside all.
      def networks(blocks)
        within = blocks.map { |block| block.to_range.first }
        outside = %w[192.0.2.77 198.51.100.77 203.0.113.77 2001:db8::77].map { |text| IPAddr.new(text) }
                                                                        .find { |each| blocks.none? { |block| block.family == each.family && block.include?(each) } }
        (within + [outside].compact).uniq
      end

      # Literals a key is compared with, directly, through another field, or through what is computed from it.
      def literals(key)
        ids = [key]
        computed = @record_type.formulas.steps.select { |step| step.inputs.include?(key[1]) }.map { |step| [key[0], step.field.id] } if %i[entered stored].include?(key[0])
        ids |= computed || []
        2.times { @comparisons.each { |comparison| ids |= plain(comparison.reads) if plain(comparison.reads).intersect?(plain(ids)) } }
        @comparisons.select { |comparison| plain(comparison.reads).intersect?(plain(ids)) }.flat_map { |comparison| edges(comparison) }.union(written)
      end

      # What rules write may stand on either side of a comparison.
      def written = @written ||= @sources.grep(Conditions::Operands::Literal).map(&:value)

      # On the screen and stored, a field has the same boundaries.
      def plain(keys) = keys.map { |kind, *rest| [kind == :stored ? :entered : kind, *rest] }

      def edges(comparison)
        case comparison.right
        when Conditions::Operands::Literal then [comparison.right.value]
        when Conditions::Operands::Literals then comparison.right.values
        else relative(comparison)
        end
      end

      # Boundaries that move with the day of asking.
      def relative(comparison)
        today = @base.today
        return [] if today.is_a?(Conditions::Unreadable) || !comparison.reads.include?([:time])

        case comparison.right
        when Conditions::Operands::Days then [today, comparison.method_name == "within_last" ? today - comparison.right.value : today + comparison.right.value]
        when Conditions::Operands::Today then [comparison.right.reader.call(@base)]
        else []
        end
      end
    end
  end
end
