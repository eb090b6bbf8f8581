# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # What the solver may choose, for some conditions on one record type in one mode: the keys, and for each the values
      # that stand for all others.
      class Ground
        attr_reader :record_type, :mode, :base, :conditions, :writes, :keys

        # base: Facts with what is known whatever the record; free: keys that are chosen although base knows them,
        # such as [:time] or [:user]; writes: what rules write, Array of [field identifier, Operand]; computes: false to choose
        # computed fields freely, whatever they are computed from.
        def initialize(record_type, mode, base, conditions, writes: [], free: [], computes: true)
          @record_type = record_type
          @mode = mode
          @base = base
          @conditions = conditions
          @writes = writes
          @free = free
          @computes = computes
          @read = (conditions + sources).flat_map(&:reads).uniq
          @keys = @read.flat_map { |key| expanded(key) }.uniq.freeze
          @fed = {}
          looked_through_twice.each { |key| incomplete!(key) }
        end

        # The same conditions with computed fields chosen freely.
        def relaxed = Ground.new(record_type, mode, base, conditions, writes: writes, free: @free, computes: false)

        # Array of Operand that rules take values from.
        def sources = writes.map(&:last)

        # Keys to be chosen before one of the conditions can be told.
        def needed(condition) = condition.reads.flat_map { |key| expanded(key) }.uniq

        # Are computed fields worked out?
        def computes? = @computes

        # Values of a key: Array, nil (blank) first where it may be blank.
        def values(key) = (@values ||= {})[key] ||= (@representatives ||= Representatives.new(self)).of(key)

        # False where the values of a key do not stand for all others.
        def complete?(key)
          values(key)
          !@incomplete&.include?(key)
        end

        def incomplete!(key) = (@incomplete ||= []) << key

        # Boundaries that comparisons draw for a key: Array of values of its kind, in order.
        def edges(key)
          (@representatives ||= Representatives.new(self)).edges_of(key)
        end

        # Days of asking that are tried: one where the question tells the time.
        def days
          return [base.today].grep(::Date) unless keys.include?([:time])

          @days ||= Moments.new(self).to_a.map { |time| base.local(time).to_date }.uniq
        end

        # Computed fields that depend on a field, directly or not.
        def fed_by(id)
          @fed[id] ||= record_type.formulas.steps.map(&:field).select do |field|
            record_type.formulas.inputs_of(field.id).include?(id) || (field.id == id && field.typed_when_incomplete?)
          end.map(&:id)
        end

        # Is a key that of a computed field?
        def computed?(key) = %i[entered stored].include?(key[0]) && record_type.field(key[1]).kind_name == "computed"

        # Computed fields that the conditions look at.
        def computed_keys = @computed_keys ||= @read.select { |key| computed?(key) }

        def reads = @read

        private

        # Fields of a related record that are asked for both as the form was opened and as it is now: the two may be
        # different records, and only one value is chosen for them.
        def looked_through_twice
          return [] unless mode == "edit" && conditions.any?(&:looks_back?)

          opened, now = conditions.partition(&:looks_back?).map { |each| each.flat_map(&:reads).select { |key| key.first == :related } }
          opened & now
        end

        # What has to be chosen so that a key has a value.
        def expanded(key)
          kind, id, = key
          case kind
          when :entered, :stored then of_record(kind, id)
          when :related then [[:entered, id], key]
          when :locked then [key]
          # An attribute is that of the person, where the person is chosen.
          when :attribute then @free.include?([:user]) ? [[:user]] : [key].select { |each| free?(each) }
          else free?(key) ? [key] : []
          end
        end

        def of_record(kind, id)
          return [] if kind == :stored && mode == "create"

          place = kind == :stored && mode != "edit" ? :entered : kind
          (computes? ? inputs(id) : [id]).map { |each| [place, each] }
        end

        # The field itself, or what it is computed from.
        def inputs(id)
          field = record_type.field(id)
          return [id] unless field.kind_name == "computed"

          found = record_type.formulas.inputs_of(id).reject { |each| record_type.field(each).kind_name == "computed" && !record_type.field(each).typed_when_incomplete? }
          field.typed_when_incomplete? ? found + [id] : found
        end

        # What the question would tell, but does not.
        def free?(key)
          return true if @free.include?(key)

          case key.first
          when :network then base.network.is_a?(Unreadable)
          when :place then base.place.is_a?(Unreadable)
          when :attribute then !@free.include?([:user]) && base.attribute(key[1]).is_a?(Unreadable)
          else false
          end
        end
      end
    end
  end
end
