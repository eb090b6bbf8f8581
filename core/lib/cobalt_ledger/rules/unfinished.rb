# frozen_string_literal: true

module CobaltLedger
  module Rules
    # A rule that is still being written: read with stand-ins for the parts that are missing, so that its sentence grows
    # from the first part on, with a blank where something is missing.
    class Unfinished
      # What stands in the sentence where a part is missing.
      BLANKS = { audience: "whom?", condition: "which condition?", targets: "which fields?", effects: "what?" }.freeze

      # A title for calculating with, where none has been given.
      TITLE = "Untitled rule"

      # document: rule document, which may lack its title, its audience, and the targets and effects of its lines;
      # fields: identifiers of fields that can stand in; without_condition: true to leave the condition a blank.
      def initialize(document, fields, without_condition: false)
        @given = document
        @fields = fields
        @conditional = without_condition
      end

      # The document with a stand-in for each missing part.
      def document
        rest = @conditional ? @given.except("when", "timing") : @given
        rest.merge(
          "title" => title, "audience" => nobody? ? { "everyone" => true } : @given["audience"],
          "lines" => lines.each_with_index.map { |line, place| whole(line, place) }
        )
      end

      # Is nothing missing but the title?
      def only_title? = !nobody? && !@conditional && lines.none? { |line| targetless?(line) || idle?(line) }

      # segments: Array of Sentence::Segment, of the rule with its stand-ins. Returns them with blanks: Array of Hash.
      def blanked(segments)
        told = Hash.new(0)
        segments.each_cons(2).flat_map { |one, after| [*before(one), blank(one, told, after)] } << segments.last.to_h
      end

      private

      def title = @given["title"].to_s.match?(/\S/) ? @given["title"] : TITLE
      def lines = Array(@given["lines"]).then { |lines| lines.empty? ? [{}] : lines }

      def nobody?
        audience = @given["audience"]
        !audience.is_a?(Hash) || (!audience["everyone"] && Array(audience["any"]).empty?)
      end

      def idle?(line) = Array(line["effects"]).empty?
      def targetless?(line) = !line["record"] && %w[fields sections actions].all? { |part| Array(line[part]).empty? }

      def whole(line, place)
        line = line.except("fields", "sections", "actions").merge("fields" => [stand_in(place)]) if targetless?(line)
        line = line.merge("effects" => [effect(line)]) if idle?(line)
        @conditional ? line.except("otherwise") : line
      end

      def stand_in(place) = @fields[place % @fields.size]

      def effect(line)
        { "effect" => if line["record"] then "lock"
                      elsif Array(line["actions"]).any? then "allow"
                      else "show"
                      end }
      end

      # The blank of a condition, before the mark behind which the lines begin.
      def before(segment)
        return [] unless @conditional && segment.part.nil? && segment.text == ": "

        [{ "text" => ", when " }, { "part" => "condition", "text" => BLANKS[:condition], "blank" => true }]
      end

      # told: how often each part has come by. A part of a line is its targets first, and then its effects.
      def blank(segment, told, after)
        line = segment.part&.[](/\Aline-(\d+)\z/, 1)&.to_i
        turn = (told[segment.part] += 1)
        missing =
          if segment.part == "audience" then nobody? && :audience
          elsif line then turn == 1 ? targetless?(lines[line]) && :targets : turn == 2 && idle?(lines[line]) && :effects
          end
        return segment.to_h.merge("text" => BLANKS[missing], "blank" => true) if missing
        return { "text" => " become " } if verb?(segment, after)

        segment.to_h
      end

      # Is it the verb after targets that are missing? "which fields? become locked".
      def verb?(segment, after)
        line = after.part&.[](/\Aline-(\d+)\z/, 1)&.to_i
        line && [" is ", " are "].include?(segment.text) && targetless?(lines[line])
      end
    end
  end
end
