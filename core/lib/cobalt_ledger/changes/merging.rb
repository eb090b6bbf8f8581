# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Puts together what is said of people, units and channels: each of them is told once for all of the others.
    module Merging
      PARTS = %i[channels units people].freeze

      module_function

      # lines: Array of Line or Undecided; parts: what is put together, of PARTS. Returns as few as can be without
      # saying more than they do.
      def of(lines, parts = PARTS)
        parts.reduce(lines) do |left, part|
          left.group_by { |line| rest(line, part) }.values.map { |same| joined(same, part) }
        end
      end

      def rest(line, part)
        own = line.to_h.except(part, :example)
        PARTS.each { |each| own[each] = own[each].sort if own[each] }
        own
      end

      def joined(same, part)
        return same[0] if same.size == 1

        same[0].dup.tap { |line| line[part] = same.flat_map { |each| each[part] }.uniq.sort }
      end
      private_class_method :rest, :joined
    end
  end
end
