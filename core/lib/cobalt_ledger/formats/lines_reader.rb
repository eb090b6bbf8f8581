# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads the lines of a rule, and judges what the schema can't: that what they name is there, and that no two of them
    # decide the same of one field. A rule of version 1 has one line, whose parts stand in the rule itself.
    class LinesReader
      # Where the parts of a line stand: JSON Pointers.
      At = Struct.new(:targets, :effects, :otherwise)

      # scope: Conditions::Scope with the record type.
      def initialize(scope, faults)
        @type = scope.record_type
        @faults = faults
        @effects = EffectsReader.new(scope, faults)
      end

      # hash: rule document that has passed the schema. Returns an Array of Rules::Line.
      def read(hash, pointer)
        lines = placed(hash, pointer)
        lines.each { |line, at| named(line, at.targets) }
        unconditional(lines) unless hash["when"]
        twice(lines)
        lines.map { |line, at| line(line, at) }
      end

      private

      # Array of [line document, At].
      def placed(hash, pointer)
        unless hash["lines"]
          at = At.new("#{pointer}/targets", "#{pointer}/effects", "#{pointer}/otherwise")
          return [[UpToDate.line(hash), at]]
        end

        hash["lines"].each_with_index.map do |line, index|
          own = "#{pointer}/lines/#{index}"
          [line, At.new(own, "#{own}/effects", "#{own}/otherwise")]
        end
      end

      def named(line, pointer)
        fields = line["fields"] || []
        sections = line["sections"] || []
        named = [fields + sections, line["actions"] || [], [line["record"]].compact].reject(&:empty?)
        @faults.add(pointer, "name at least one field, section or action, or the record") if named.empty?
        if named.size > 1
          @faults.add(pointer, "a line speaks of fields, or of actions, or of the record; give each a line of its own")
        end
        fields.each_with_index do |id, index|
          @faults.add("#{pointer}/fields/#{index}", "#{@type.name} has no field “#{id}”") unless @type.field(id)
        end
        sections.each_with_index do |id, index|
          @faults.add("#{pointer}/sections/#{index}", "#{@type.name} has no section “#{id}”") unless @type.section(id)
        end
      end

      def unconditional(lines)
        lines.each do |line, at|
          @faults.add(at.otherwise, "a line without a condition can’t have an “otherwise”") if line["otherwise"]
        end
      end

      # What one line decides of a field, no other of the rule may.
      def twice(lines)
        known = {}
        lines.each do |line, at|
          %w[effects otherwise].each do |half|
            fields(line).product(claims(line[half])).each do |field, (claim, index)|
              other = known[[field, half, claim]]
              if other && !other.equal?(line)
                @faults.add("#{at[half]}/#{index}", "another line already decides the #{claim} of #{field.name}")
              end
              known[[field, half, claim]] ||= line
            end
          end
        end
      end

      # Whatever a line speaks of.
      def fields(line)
        named = (line["fields"] || []).filter_map { |id| @type.field(id) }
        named += (line["actions"] || []).map { |key| @type.action(key) }
        named << @type.whole if line["record"]
        named | (line["sections"] || []).flat_map { |id| @type.fields_in(id) }
      end

      # Array of [words for what an effect decides, its place].
      def claims(effects)
        (effects || []).each_with_index.map do |effect, index|
          claim = Rules::Effect[effect["effect"]].claim
          [EffectsReader::WORDS.fetch(claim, claim), index]
        end
      end

      def line(line, at)
        Rules::Line.new(
          field_ids: line["fields"] || [], section_ids: line["sections"] || [], action_ids: line["actions"] || [],
          whole: line["record"] || false,
          effects: @effects.read(line["effects"], line, at.effects),
          otherwise: line["otherwise"] ? @effects.read(line["otherwise"], line, at.otherwise) : []
        )
      end
    end
  end
end
