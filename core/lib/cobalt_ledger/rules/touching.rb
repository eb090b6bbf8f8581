# frozen_string_literal: true

module CobaltLedger
  module Rules
    # Finds rules by what they reach, and not by their letters: a field through its section, a person through what they
    # are in, a role, group, department or unit, a mode, a channel, a day.
    class Touching
      # One rule that was found. how: how it reaches what was asked about, in words; comes_to: what a field becomes by
      # it, in words, or nil; named: does it name what was asked about?
      Found = Struct.new(:rule, :how, :comes_to, :named, keyword_init: true)

      # policy: Policy; directory: Directory::Directory; about: Hash with any of record_type: identifier, field:
      # Catalogue::Field (of that record type), member: Directory::Audience::Member, unit, mode, channel: String, on:
      # Date. Rules have to reach all of them.
      def initialize(policy, directory, about)
        @policy = policy
        @directory = directory
        @about = about
      end

      # Array of Found; what names it comes first, and else the order is the policy's.
      def found
        type = @about[:record_type]
        rules = type ? @policy.rules_of(type) : @policy.rules
        rules.filter_map { |rule| of(rule) }.sort_by.with_index { |each, place| [each.named ? 0 : 1, place] }
      end

      private

      def of(rule)
        ways = [by_field(rule), by_member(rule), by_unit(rule), by_list(rule, :mode), by_list(rule, :channel),
                by_day(rule)]
        return nil if ways.include?(:not)

        told = ways.compact
        Found.new(rule: rule, how: told.map(&:first), comes_to: comes_to(rule), named: told.any?(&:last))
      end

      # Each of these: [words, is it named?], :not where the rule does not reach it, nil where nothing is asked.
      def by_field(rule)
        field = @about[:field] or return nil
        if rule.field_ids.include?(field.id)
          return [field.retired? ? "names it, though it is retired" : "names it",
                  true]
        end

        return ["through all fields under #{type_of(rule).section(field.section).name}", true] if rule.targets?(field)

        looks_at?(rule, field) ? ["uses it in its condition", false] : :not
      end

      # Does its condition look at a field, or at what is calculated from it?
      def looks_at?(rule, field)
        ids = (rule.condition&.reads || []).filter_map { |kind, id| id if %i[entered stored related].include?(kind) }
        ids.include?(field.id) || ids.any? { |id| type_of(rule).formulas.inputs_of(id).include?(field.id) }
      end

      def by_member(rule)
        member = @about[:member] or return nil
        principals = principals(member)
        except = rule.audience.except.select { |each| principals.include?(each.kind, each.id) }
        return ["excludes #{names(except)}", true] if except.any?

        any = rule.audience.any.select { |each| principals.include?(each.kind, each.id) }
        return ["for #{names(any)}", true] if any.any?
        return ["for everyone", false] if rule.audience.everyone?

        asks_about?(rule, member) ? ["uses it in its condition", true] : :not
      end

      def by_unit(rule)
        unit = @about[:unit] or return nil
        return ["in every unit", false] if rule.reach.units.empty?

        met = rule.reach.units & @directory.with_above(:unit, unit)
        met.empty? ? :not : ["at #{Words.list(met.map { |id| @directory.name_of(:unit, id) })}", true]
      end

      def by_list(rule, part)
        wanted = @about[part] or return nil
        list = part == :mode ? rule.reach.modes : rule.reach.channels
        return ["in every #{part}", false] if list.empty?

        words = part == :mode ? Sentence::MODES : Sentence::CHANNELS
        list.include?(wanted) ? ["#{'through ' if part == :channel}#{words.fetch(wanted)}", true] : :not
      end

      def by_day(rule)
        day = @about[:on] or return nil
        window = rule.window or return ["at any time", false]
        open?(window, day) ? [window.words, true] : :not
      end

      # Is it open at any time of a day?
      def open?(window, day)
        return false if (window.from && day < window.from) || (window.until && day > window.until)

        window.weekdays.empty? || window.weekdays.include?(Conditions::Window::WEEKDAYS[day.wday])
      end

      # What the field asked about becomes, line by line.
      def comes_to(rule)
        field = @about[:field] or return nil
        told = rule.lines.select { |line| line.targets?(field) }.map do |line|
          [words(line.effects), line.otherwise.any? && rule.condition ? "otherwise #{words(line.otherwise)}" : nil]
        end
        told.empty? ? nil : told.flatten.compact.join("; ")
      end

      def words(effects) = Words.list(effects.map { |effect| effect.words(@directory) })
      def names(members) = Words.list(members.map { |each| @directory.name_of(each.kind, each.id) })

      def principals(member)
        @principals ||=
          member.kind == :user ? @directory.principals_of(member.id) : @directory.bare(member.kind, member.id)
      end

      # Does the condition ask whether someone is in it?
      def asks_about?(rule, member)
        (rule.condition&.comparisons || []).any? do |each|
          each.right.is_a?(Conditions::Operands::Members) && each.right.members.include?(member)
        end
      end

      def type_of(rule) = @policy.record_type(rule.record_type)
    end
  end
end
