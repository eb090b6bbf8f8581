# frozen_string_literal: true

module CobaltLedger
  module Changes
    # What keeping an edited rule would do to people, in plain sentences:
    # "Locks Insured total for 14 people at 2 units, when editing, while Item count is filled."
    class Consequences
      VERBS = {
        "hidden" => "Hides", "masked" => "Masks", "replace_only" => "Covers, but lets be replaced,",
        "read_only" => "Locks", "editable" => "Opens", "required" => "Requires"
      }.freeze
      UNDONE = {
        "hidden" => "No longer hides", "masked" => "No longer masks", "replace_only" => "No longer covers",
        "read_only" => "No longer locks", "editable" => "No longer opens", "required" => "No longer requires"
      }.freeze

      # from, to: Decisions::Engine before and after; rule: identifier; at: Time for which it is worked out.
      def initialize(from, to, rule, at:)
        @to = to
        @rules = [from, to].filter_map { |engine| engine.policy.rules.find { |each| each.id == rule } }
        @impact = Impact.new(from, to, at: at, fields: touched)
      end

      # Array of String.
      def sentences
        lines = @rules.map(&:record_type).uniq.flat_map { |type| @impact.lines_of(type) }
        by_fields =
          lines
            .group_by { |line| [doing(line), line.users, line.units, line.mode] }
            .map { |key, found| [*key, found.map { |line| name(line) }] }
        by_modes = by_fields.group_by { |doing, users, units, _, fields| [doing, users, units, fields] }
        by_modes.map do |(doing, users, units, fields), found|
          sentence(doing, fields, users, units, found.map { |entry| entry[3] })
        end
      end

      private

      # Fields that the rule speaks of, before or after.
      def touched
        @rules.flat_map do |rule|
          @to.policy.record_type(rule.record_type).fields.select { |field| rule.targets?(field) }.map(&:id)
        end.uniq
      end

      # [verb, depends on the record?]
      def doing(line)
        gained = line.after - line.before
        lost = line.before - line.after
        [
          gained.any? ? Words.list(gained.map { |level| VERBS.fetch(level) }, "or") : UNDONE.fetch(lost.first),
          line.after.size > 1
        ]
      end

      def name(line) = @to.policy.record_type(line.record_type).field(line.field).name

      def sentence(doing, fields, users, units, modes)
        verb, depends = doing
        condition = @rules.last.condition
        people = Words.count(users.size, "person", "people")
        told = Words.list(modes.map { |mode| Rules::Sentence::MODES.fetch(mode) }, "or")
        "#{verb} #{Words.list(fields)} for #{people} at #{Words.count(units.size, 'unit')}" \
          "#{", when #{told}" if modes.size < Impact::MODES.size}" \
          "#{", while #{condition.words(@to.directory)}" if depends && condition}."
      end
    end
  end
end
