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
      # has to mean them, nil for everyone; moved: identifiers of people who are told beside those, and apart from
      # them. Returns an Array of Arrays of identifiers.
      def parts(from_rules, to_rules, forms:, among: nil, moved: [])
        lists = [from_rules, to_rules].zip(@sides).map { |rules, side| rules + (forms ? meant(side) : []) }
        @one ? at_once(lists.flatten, among) : apart(lists, among, moved)
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
      def apart(lists, among, moved)
        wanted = @sides.zip(@kinds).map do |side, kinds|
          crowds = side.directory.crowds
          own = among ? among.reduce(0) { |bits, rule| bits | kinds.matching(rule) } : crowds.everybody
          [crowds.named(moved), own]
        end
        # Of those who have moved all is looked at; who only meets a rule that has is someone else.
        both([0, 0], wanted.map(&:first), lists) + both(wanted.map(&:first), wanted.map(&:last), lists)
      end

      # Those of one set, but none of another, parted in both directories.
      def both(but, sets, lists)
        old, new = lists.zip(@kinds, @sides, sets, but).map do |rules, kinds, side, set, others|
          set.nobits?(~others) ? [] : kinds.parted(rules, set & ~others).map { |_, users| names(side, users) }
        end
        old.product(new).filter_map { |one, other| (one & other).then { |both| both.empty? ? nil : both } }
      end

      def names(side, users) = side.directory.crowds.users(users, side.directory.population.size).map(&:id)
    end
  end
end
