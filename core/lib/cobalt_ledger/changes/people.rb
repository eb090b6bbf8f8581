# frozen_string_literal: true

module CobaltLedger
  module Changes
    # The people whom both policies know, told apart only as far as the rules and forms of either tell them apart.
    class People
      # Stands for a form where people are told apart by whom rules are meant for.
      Meant = Struct.new(:audience) do
        def condition = nil
      end

      # from, to: Side.
      def initialize(from, to)
        @sides = [from, to]
        @kinds = @sides.map { |side| Decisions::PeopleKinds.new(side.directory, @sides.any?(&:closeness?)) }
        @one = from.directory.equal?(to.directory)
      end

      # from_rules, to_rules: rules of either policy; forms: are forms told apart? among: Array of rules one of which
      # has to mean them, nil for everybody. Returns an Array of Arrays of identifiers.
      def parts(from_rules, to_rules, forms:, among: nil)
        lists = [from_rules, to_rules].zip(@sides).map { |rules, side| rules + (forms ? meant(side) : []) }
        @one ? at_once(lists.flatten, among) : apart(lists)
      end

      private

      def meant(side) = side.type ? side.type.forms.filter_map(&:audience).map { |audience| Meant.new(audience) } : []

      def at_once(rules, among)
        crowds = @sides[0].directory.crowds
        everybody = crowds.everybody
        wanted = among ? among.reduce(0) { |bits, rule| bits | @kinds[0].matching(rule) } : everybody
        return [] if wanted.zero?

        @kinds[0].parted(rules, wanted).map { |_, users| names(@sides[0], users) }
      end

      # People of two directories: those whom both know, by name.
      def apart(lists)
        old, new = lists.zip(@kinds, @sides).map do |rules, kinds, side|
          kinds.parted(rules).map { |_, users| names(side, users) }
        end
        old.product(new).filter_map { |one, other| (one & other).then { |both| both.empty? ? nil : both } }
      end

      def names(side, users) = side.directory.crowds.users(users, side.directory.users.size).map(&:id)
    end
  end
end
