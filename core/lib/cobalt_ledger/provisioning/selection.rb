# frozen_string_literal: true

module CobaltLedger
  module Provisioning
    # Which attributes of a resource are answered with (RFC 7644, section 3.9).
    class Selection
      # wanted, unwanted: texts with names of attributes, separated by commas, or nil. Raises Fault.
      def initialize(kind, wanted, unwanted)
        if wanted && unwanted
          raise Fault.new("invalidValue", "Name either “attributes” or “excludedAttributes”, not both")
        end

        @kind = kind
        @wanted = wanted && paths(wanted)
        @unwanted = unwanted && paths(unwanted)
      end

      # resource: Hash. Returns a Hash.
      def of(resource)
        return resource unless @wanted || @unwanted

        always = resource.slice("schemas", "id")
        @wanted ? always.merge(only(resource)) : without(resource).merge(always)
      end

      private

      def paths(text)
        text.split(",").map(&:strip).reject(&:empty?).filter_map do |name|
          Filter.path(name, @kind)
        rescue Fault
          # What there is not can be neither asked for nor left out.
          nil
        end
      end

      def only(resource)
        @wanted.each_with_object({}) do |path, found|
          holder = path.urn ? resource[path.urn] : resource
          next unless holder
          next found[path.urn] = holder if path.attribute.nil?

          value = holder[path.attribute.name]
          next if value.nil?

          into = path.urn ? (found[path.urn] ||= {}) : found
          into[path.attribute.name] = path.part ? parts(value, into[path.attribute.name], path.part.name) : value
        end
      end

      # A part of each value, beside those that were taken before.
      def parts(value, before, name)
        return (before || {}).merge(value.slice(name)) unless value.is_a?(Array)

        value.each_with_index.map { |each, index| ((before || [])[index] || {}).merge(each.slice(name)) }
      end

      def without(resource)
        @unwanted.reduce(resource) do |found, path|
          next found.except(path.urn) if path.attribute.nil?

          holder = path.urn ? found[path.urn] || {} : found
          rest = path.part ? thinned(holder, path) : holder.except(path.attribute.name)
          path.urn ? found.merge(path.urn => rest) : rest
        end
      end

      def thinned(holder, path)
        value = holder[path.attribute.name] or return holder
        rest = value.is_a?(Array) ? value.map { |each| each.except(path.part.name) } : value.except(path.part.name)
        holder.merge(path.attribute.name => rest)
      end
    end
  end
end
