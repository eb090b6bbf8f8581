# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Conditions that have no value in common can be looked at apart: whatever the outcome of one, the others can have
    # anything they could alone.
    module Independence
      Group = Struct.new(:places, :variables)

      module_function

      # conditions: Array of Conditions::Node; type: Catalogue::RecordType.
      # Returns an Array of Arrays of places in the list, each group with nothing in common with the others.
      def groups(conditions, type)
        found = conditions.each_index.reduce([]) do |groups, place|
          own = variables(conditions[place], type)
          met, apart = groups.partition { |group| group.variables.intersect?(own) }
          apart << Group.new(met.flat_map(&:places) << place, met.flat_map(&:variables) | own)
        end
        found.map { |group| group.places.sort }.sort
      end

      # Puts searches of groups together. size: number of conditions; parts: Array of [places,
      # Conditions::Solver::Situations::Found]; limit: most combinations. Returns a Found.
      def combined(size, parts, limit)
        found = { Array.new(size) => {} }
        complete = parts.all? { |_, search| search.complete }
        parts.each do |places, search|
          found =
            found
              .flat_map do |vector, example|
                search.found.map { |own, more| [put(vector, places, own), example.merge(more)] }
              end
              .to_h
          next if found.size <= limit

          found = found.first(limit).to_h
          complete = false
        end
        Conditions::Solver::Situations::Found.new(found, complete)
      end

      def put(vector, places, own)
        vector.dup.tap { |copy| places.each_with_index { |place, index| copy[place] = own[index] } }
      end
      private_class_method :put

      # What is looked up and may be this or that, with what a field holds and what stands on the screen as one. Records
      # of one type are one too: two references may name the same.
      def variables(condition, type)
        condition.reads.flat_map do |kind, id, *|
          case kind
          when :entered, :stored then [id, *type.formulas.inputs_of(id)]
          when :related then [id, [:records, type.field(id).refers_to]]
          else [[kind, id]]
          end
        end.uniq
      end
      private_class_method :variables
    end
  end
end
