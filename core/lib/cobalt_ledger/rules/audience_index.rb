# frozen_string_literal: true

module CobaltLedger
  module Rules
    # Tells at once which of many rules are meant for someone, however many rules there are.
    class AudienceIndex
      # rules: Array of Rule.
      def initialize(rules)
        @everyone = 0
        @any = Hash.new(0)
        @except = Hash.new(0)
        rules.each_with_index { |rule, place| enter(rule.audience, 1 << place) }
      end

      # Bit set over the rules. principals: Directory::Principals.
      def matching(principals) = (@everyone | met(@any, principals)) & ~met(@except, principals)

      private

      def enter(audience, bit)
        @everyone |= bit if audience.everyone?
        audience.any.each { |member| @any[[member.kind, member.id]] |= bit }
        audience.except.each { |member| @except[[member.kind, member.id]] |= bit }
      end

      def met(table, principals)
        return 0 if table.empty?

        Directory::Audience::KINDS.reduce(0) do |bits, kind|
          principals.ids(kind).reduce(bits) { |found, id| found | table.fetch([kind, id], 0) }
        end
      end
    end
  end
end
