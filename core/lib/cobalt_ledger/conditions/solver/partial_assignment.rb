# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Facts of which some are known and the others not: what is not is Unreadable, so that the ordinary evaluation
      # tells what holds whatever it is.
      class PartialAssignment
        UNKNOWN = Unreadable.new("left open").freeze

        attr_reader :directory, :zone

        # type: Catalogue::RecordType; base: Facts; mode: String; values: Hash of key to typed value.
        def initialize(type, base, mode, values)
          @formulas = type.formulas
          @mode = mode
          @base = base
          @directory = @base.directory
          @zone = @base.zone
          @values = values
          @known = values.transform_values { true }
          @filled = {}
        end

        # Keys that are not left out.
        def known = @known.keys

        # The values without which not all of some tests hold, whatever the rest is. tests: Array of lambda; kept: keys
        # whose values stay in any case.
        def needed(tests, kept = [])
          (@values.keys - kept).each do |key|
            leave_out(key)
            put_back(key) unless tests.all? { |test| test.call(self) }
          end
          @values.slice(*known)
        end

        # Makes what a key stands for unknown again.
        def leave_out(key)
          @known.delete(key)
          @filled = {}
        end

        # Gives what a key stands for the value it had.
        def put_back(key)
          @known[key] = true
          @filled = {}
        end

        def at = fetch([:time]) { @base.at }

        # As of Facts; UNKNOWN where it is not assigned.
        def network = fetch([:network]) { @base.network }
        def place = fetch([:place]) { @base.place }
        def locked = fetch([:locked]) { UNKNOWN }
        def user_id = fetch([:user]) { @base.user_id }
        def local(time) = @base.local(time)

        def today
          moment = at
          moment.is_a?(Unreadable) ? moment : local(moment).to_date
        end

        def attribute(name)
          return @base.attribute(name) unless @values.key?([:user]) || @values.key?([:attribute, name])
          return fetch([:attribute, name]) { UNKNOWN } unless @values.key?([:user])

          @known[[:user]] ? directory.principals_of(@values[[:user]]).attributes[name] : UNKNOWN
        end

        def entered = fields(:entered)

        def stored
          if @mode == "create"
            {}
          else
            fields(@mode == "edit" ? :stored : :entered)
          end
        end

        def related(through, _type, id) = of_record(entered[through], [:related, through, id])
        def opening = @opening ||= AsOpened.new(self)

        # A field of the record of that number, which a reference names.
        def of_record(number, key) = number.nil? || number.is_a?(Unreadable) ? number : fetch(key) { UNKNOWN }

        # The same facts with the stored values on the screen.
        class AsOpened < SimpleDelegator
          def entered = __getobj__.stored

          def related(through, _type, id)
            __getobj__.of_record(entered[through], [__getobj__.divided? ? :opened : :related, through, id])
          end

          def opening = self
        end

        # Are what is stored and what stands on the screen two things?
        def divided? = @mode == "edit"

        private

        # What was chosen and is known; unknown where it was chosen and left out; else as the block says.
        def fetch(key)
          return @values[key] if @known[key]

          @values.key?(key) ? UNKNOWN : yield
        end

        def fields(place)
          @filled[place] ||= begin
            found = Hash.new(UNKNOWN)
            @known.each_key { |kind, id, other| found[id] = @values[[kind, id]] if kind == place && other.nil? }
            @formulas.steps.each { |step| worked_out(step, found) }
            found
          end
        end

        # A computed field is known once all its inputs are, or one of them is known to be blank.
        def worked_out(step, found)
          own = found[step.field.id]
          inputs = step.inputs.map { |input| found[input] }
          open = inputs.none?(&:nil?) && inputs.any? { |input| input.equal?(UNKNOWN) }
          result = open ? UNKNOWN : @formulas.work_out(step, found, own)
          result.equal?(UNKNOWN) ? found.delete(step.field.id) : found[step.field.id] = result
        end
      end
    end
  end
end
