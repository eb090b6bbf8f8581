# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Facts of which some are chosen and the others not yet: what is not is Unreadable, so that the ordinary
      # evaluation tells what follows already. Chosen and taken back by the search.
      class Trial
        UNKNOWN = Unreadable.new("not chosen yet").freeze

        attr_reader :entered, :stored, :directory, :zone, :chosen

        # ground: Ground.
        def initialize(ground)
          @ground = ground
          @base = ground.base
          @directory = @base.directory
          @zone = @base.zone
          @entered = Hash.new(UNKNOWN)
          @stored = { "create" => {}, "edit" => Hash.new(UNKNOWN) }.fetch(ground.mode, @entered)
          @chosen = {}
          @steps = ground.computes? ? ground.record_type.formulas.steps : []
          @known = Hash.new { |found, key| found[key] = @ground.keys.include?(key) }
        end

        def choose(key, value)
          @chosen[key] = value
          write(key, value)
        end

        def take_back(key)
          @chosen.delete(key)
          write(key, UNKNOWN)
        end

        def at = @chosen.fetch([:time]) { free?([:time]) ? UNKNOWN : @base.at }
        def network = @chosen.fetch([:network]) { free?([:network]) ? UNKNOWN : @base.network }
        def place = @chosen.fetch([:place]) { free?([:place]) ? UNKNOWN : @base.place }
        def locked = @chosen.fetch([:locked], UNKNOWN)
        def user_id = @chosen.fetch([:user]) { free?([:user]) ? UNKNOWN : @base.user_id }
        def local(time) = @base.local(time)

        def today
          moment = at
          moment.is_a?(Unreadable) ? moment : local(moment).to_date
        end

        def attribute(name)
          return @chosen.fetch([:attribute, name], UNKNOWN) if free?([:attribute, name])

          person = @chosen[[:user]]
          person ? directory.find(:user, person).attributes[name] : @base.attribute(name)
        end

        def related(through, _type, id) = of_record(entered[through], through, id)

        # A field of the record of that number, which a reference field names.
        def of_record(number, through, id)
          number.nil? || number.is_a?(Unreadable) ? number : @chosen.fetch([:related, through, id], UNKNOWN)
        end

        # What was opened is what the record held.
        def opening = @opening ||= AsOpened.new(self)

        # The same facts with the stored values on the screen.
        class AsOpened < SimpleDelegator
          def entered = __getobj__.stored
          def related(through, _type, id) = of_record(entered[through], through, id)
          def opening = self
        end

        private

        def free?(key) = @known[key]

        def write(key, value)
          kind, id, = key
          return unless %i[entered stored].include?(kind)

          values = kind == :entered ? @entered : @stored
          put(values, id, value)
          @steps.each { |step| put(values, step.field.id, worked_out(step, values)) if @ground.fed_by(id).include?(step.field.id) }
        end

        def put(values, id, value) = value.equal?(UNKNOWN) ? values.delete(id) : values[id] = value

        # A computed field is known once all its inputs are.
        def worked_out(step, values)
          return UNKNOWN if step.inputs.any? { |input| values[input].equal?(UNKNOWN) }

          own = @chosen[[:entered, step.field.id]]
          @ground.record_type.formulas.work_out(step, values, own)
        end
      end
    end
  end
end
