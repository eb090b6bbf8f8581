# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Any part of a document as words, for what has no sentence of its own.
    module DocumentWords
      module_function

      # {"any" => [{"role" => "courier"}]} is "any: role courier"; nothing is "null".
      def of(part)
        case part
        when Hash then members(part)
        when Array then part.map { |inner| of(inner) }.join(", ")
        when String then part
        else CanonicalJson.write(part)
        end
      end

      def members(part)
        name, inner = part.first
        return inner == true ? name : "#{name} #{inner}" if part.size == 1 && (inner == true || inner.is_a?(String))

        part.map { |member, value| "#{member.tr('_', ' ')}: #{of(value)}" }.join("; ")
      end
      private_class_method :members
    end
  end
end
