# frozen_string_literal: true

module CobaltLedger
  module Changes
    # What two directories say of people, in forms that compare.
    module Standing
      module_function

      # Members that a condition asks of people whom a record names: Array of Array of Directory::Audience::Member.
      def memberships(node)
        node
          .comparisons
          .select { |each| each.right.is_a?(Conditions::Operands::Members) && each.left.reads != [[:user]] }
          .map { |each| each.right.members }
      end

      # Who is one of some members: Array of identifiers of users.
      def of(directory, members)
        crowd = directory.crowds.of(Directory::Audience.new(any: members))
        directory.crowds.users(crowd, directory.population.size).map(&:id).sort
      end

      # Users whom both directories know, but not as the same: Array of identifiers. from, to: Directory::Directory.
      def moved(from, to)
        known = from.population.to_set(&:id)
        to.population.map(&:id).select do |id|
          known.include?(id) && from.principals_of(id).standing != to.principals_of(id).standing
        end
      end

      # Do units lie otherwise, or are there others?
      def units?(from, to)
        [from, to].map { |each| each.units.to_h { |unit| [unit.id, each.with_above(:unit, unit.id)] } }.uniq.size > 1
      end
    end
  end
end
