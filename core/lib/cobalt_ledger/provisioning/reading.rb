# frozen_string_literal: true

require "time"

module CobaltLedger
  module Provisioning
    # Reads what is sent of a resource, or of a part of it, as its schemas say. Names come out as they are spelt there;
    # what only the server writes is passed over (RFC 7644, section 3.5.1), and what no schema here has is named.
    class Reading
      # Longest text of a value, in characters, and most values of one attribute.
      LONGEST = 2_000
      MOST = 50_000

      # Names of attributes of which nothing is kept: Array of String.
      attr_reader :left_out

      # kind: Schemas::Kind.
      def initialize(kind)
        @kind = kind
        @left_out = []
      end

      # document: Hash as sent. Returns the resource: Hash. Raises Fault.
      def whole(document)
        named = document["schemas"]
        unless named.is_a?(Array) && named.any? { |urn| urn.to_s.casecmp?(@kind.urn) }
          raise Fault.new("invalidSyntax", "“schemas” must name #{@kind.urn}")
        end

        parts(document).tap { |resource| complete!(resource) }
      end

      # Attributes of a Hash, none of them required: Hash.
      def parts(document)
        document.each_with_object({}) do |(name, value), resource|
          next if name.casecmp?("schemas")

          urn = @kind.extension(name)
          urn ? extension(urn, value, resource) : attribute(nil, name, value, resource)
        end
      end

      # One value of an attribute or of a part of one, or all of several; nil where it is unassigned. Raises Fault.
      def value(attribute, value, at = attribute.name)
        return nil if value.nil? || (attribute.multi && value == [])
        return one(attribute, value, at) unless attribute.multi

        list = value.is_a?(Array) ? value : [value]
        raise Fault.new("invalidValue", "“#{at}” holds more than #{MOST} values") if list.size > MOST

        found = list.filter_map { |each| one(attribute, each, at) }.uniq
        twice!(found, at)
        found.empty? ? nil : found
      end

      # Raises Fault where something that is required is missing.
      def complete!(resource)
        missing = @kind.attributes.find { |each| each.required && resource[each.name].to_s.strip.empty? }
        raise Fault.new("invalidValue", "“#{missing.name}” is required") if missing
      end

      private

      def extension(urn, value, resource)
        return if value.nil?
        raise Fault.new("invalidValue", "“#{urn}” must be an object") unless value.is_a?(Hash)

        value.each { |name, inner| attribute(urn, name, inner, resource) }
      end

      def attribute(urn, name, value, resource)
        found, own = located(urn, name)
        return @left_out |= [name] unless found
        return if found.read_only?

        read = value(found, value)
        own ? (resource[own] ||= {})[found.name] = read : resource[found.name] = read
      end

      # Also by its whole name, as "urn:...:User:department".
      def located(urn, name)
        own = urn || @kind.urns.find { |each| name.downcase.start_with?("#{each.downcase}:") }
        @kind.find(own, own && urn.nil? ? name[(own.size + 1)..] : name)
      end

      def one(attribute, value, at)
        return object(attribute, value, at) if attribute.complex?
        raise Fault.new("invalidValue", "“#{at}” must be #{wanted(attribute)}") unless plain?(attribute, value)

        value
      end

      def object(attribute, value, at)
        # A plain value stands for the part "value" (RFC 7643, section 2.4).
        value = { "value" => value } if attribute.multi && attribute.part("value") && value.is_a?(String)
        raise Fault.new("invalidValue", "“#{at}” must be an object") unless value.is_a?(Hash)

        found = value.each_with_object({}) do |(name, inner), read|
          part = attribute.part(name) or next @left_out |= ["#{at}.#{name}"]
          read[part.name] = one(part, inner, "#{at}.#{part.name}") unless part.read_only? || inner.nil?
        end
        missing = attribute.sub.find { |part| part.required && found[part.name].nil? }
        raise Fault.new("invalidValue", "“#{at}.#{missing.name}” is required") if missing

        found.empty? ? nil : found
      end

      def plain?(attribute, value)
        case attribute.type
        when "boolean" then [true, false].include?(value)
        when "integer" then value.is_a?(Integer)
        when "dateTime" then value.is_a?(String) && !Time.iso8601(value).nil?
        else value.is_a?(String) && value.size <= LONGEST && !value.match?(/[\x00-\x08\x0b\x0c\x0e-\x1f]/)
        end
      rescue ArgumentError
        false
      end

      def wanted(attribute)
        { "boolean" => "true or false", "integer" => "a whole number", "dateTime" => "a moment" }
          .fetch(attribute.type, "a text of at most #{LONGEST} characters")
      end

      # Of several values one at most is the primary one (RFC 7643, section 2.4).
      def twice!(values, at)
        return if values.count { |each| each.is_a?(Hash) && each["primary"] } < 2

        raise Fault.new("invalidValue", "“#{at}” has more than one primary value")
      end
    end
  end
end
