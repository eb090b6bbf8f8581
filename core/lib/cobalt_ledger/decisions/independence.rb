# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Conditions that have no value in common can be looked at apart: whatever one comes to, the others can come to
    # anything they could alone.
    module Independence
      Group = Struct.new(:places, :variables)

      module_function

      # conditions: Array of Conditions::Node; ground: Conditions::Solver::Ground of all of them.
      # Returns an Array of Arrays of places in the list, each group with nothing in common with the others.
      def groups(conditions, ground)
        found = conditions.each_index.reduce([]) do |groups, place|
          own = variables(ground, conditions[place])
          met, apart = groups.partition { |group| group.variables.intersect?(own) }
          apart << Group.new(met.flat_map(&:places) << place, met.flat_map(&:variables) | own)
        end
        found.map { |group| group.places.sort }.sort
      end

      # Puts searches of groups together. size: number of conditions; parts: Array of [places, Possibilities::Search];
      # limit: most combinations. Returns a Possibilities::Search.
      def combined(size, parts, limit)
        found = { Array.new(size) => {} }
        complete = parts.all? { |_, search| search.complete }
        parts.each do |places, search|
          found = found.flat_map { |vector, example| search.found.map { |own, more| [put(vector, places, own), example.merge(more)] } }.to_h
          next if found.size <= limit

          found = found.first(limit).to_h
          complete = false
        end
        Possibilities::Search.new(found, complete, parts.map { |_, search| search.tried }.reduce({}, :merge))
      end

      def put(vector, places, own)
        vector.dup.tap { |copy| places.each_with_index { |place, index| copy[place] = own[index] } }
      end
      private_class_method :put

      # What has to be chosen, with what a field holds and what stands on the screen as one.
      def variables(ground, condition)
        ground.needed(condition).map { |kind, id, *| %i[entered stored related].include?(kind) ? id : [kind, id] }.uniq
      end
      private_class_method :variables
    end
  end
end
