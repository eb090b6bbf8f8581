# frozen_string_literal: true

module CobaltLedger
  module Provisioning
    # What a path names (RFC 7644, section 3.5.2): an attribute, some of its values, a part of them. attribute:
    # Attribute, or nil for a whole extension; urn: of the extension it stands in, nil for the core; choice: Filter that
    # its values are chosen by, or nil; part: Attribute, or nil.
    Path = Struct.new(:attribute, :urn, :choice, :part, keyword_init: true) do
      # The values of it in a resource: Array. Of several values with no part named, "value" is meant where asked so.
      def values(resource)
        holder = urn ? resource[urn] : resource
        found = holder.is_a?(Hash) ? holder[attribute.name] : nil
        list = found.is_a?(Array) ? found : [found].compact
        part ? list.map { |each| each[part.name] }.compact : list
      end

      # The Attribute whose values are compared: of several values the part "value", where no other is named.
      def compared
        return part if part
        return attribute unless attribute.complex?

        attribute.multi ? attribute.part("value") : nil
      end

      # As values, but of `compared`.
      def compared_values(resource)
        return values(resource) if part || !attribute.complex?

        values(resource).filter_map { |each| each["value"] }
      end
    end
  end
end
