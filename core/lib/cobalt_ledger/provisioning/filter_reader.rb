# frozen_string_literal: true

require "strscan"
require "time"

module CobaltLedger
  module Provisioning
    # Reads filters and paths by their grammar (RFC 7644, figures 1 and 7). An attribute that resources do not have is a
    # fault: a filter that found nothing because of it would be taken for "there is none".
    class FilterReader
      # Longest text, in characters, and deepest nesting.
      LONGEST = 8_192
      DEEPEST = 40
      NAME = /\$?[A-Za-z][\w-]*/
      VALUE = /true|false|null|-?\d+(?:\.\d+)?(?:[eE][+-]?\d+)?|"(?:[^"\\\x00-\x1f]|\\.)*"/

      # type: "scimType" of what is wrong with it.
      def initialize(text, kind, type)
        @type = type
        @kind = kind
        fail_with("is longer than #{LONGEST} characters") if text.size > LONGEST
        @scan = StringScanner.new(text)
        @depth = 0
      end

      # The whole as a filter.
      def filter = alternatives(nil).tap { ended }

      # The whole as a Path.
      def path
        found = located(nil)
        if @scan.skip(/\[/)
          fail_with("“#{found.attribute.name}” does not have several values") unless several?(found)
          inner = alternatives(found.attribute)
          close("]")
          found = Path.new(**found.to_h, choice: inner, part: @scan.skip(/\./) ? part_of(found.attribute) : nil)
        end
        ended
        found
      end

      private

      def alternatives(within)
        deeper do
          parts = [together(within)]
          parts << together(within) while @scan.skip(/\s+or(?=[\s(])\s*/i)
          parts.size == 1 ? parts[0] : Filter::Or.new(parts)
        end
      end

      def together(within)
        parts = [one(within)]
        parts << one(within) while @scan.skip(/\s+and(?=[\s(])\s*/i)
        parts.size == 1 ? parts[0] : Filter::And.new(parts)
      end

      def one(within)
        @scan.skip(/\s*/)
        return Filter::Not.new(one_in_brackets(within)) if @scan.skip(/not\s*(?=\()/i)
        return one_in_brackets(within) if @scan.check(/\(/)

        comparison(within)
      end

      def one_in_brackets(within)
        @scan.skip(/\(/)
        alternatives(within).tap { close(")") }
      end

      def comparison(within)
        path = located(within)
        if within.nil? && @scan.skip(/\[/)
          fail_with("“#{path.attribute.name}” does not have several values") unless several?(path)
          return Filter::Within.new(path, alternatives(path.attribute).tap { close("]") })
        end
        return Filter::Present.new(path) if @scan.skip(/\s+pr(?=[\s)\]]|\z)/i)

        compared(path)
      end

      def compared(path)
        operator = @scan.scan(/\s+(?:#{Filter::OPERATORS.join('|')})(?=\s)/i)&.strip&.downcase
        fail_with("expects one of #{[*Filter::OPERATORS, 'pr'].join(', ')}") unless operator

        @scan.skip(/\s+/)
        text = @scan.scan(VALUE) or fail_with("expects a text in quotation marks, a number, true, false or null")
        checked(path, operator, value(text))
      end

      def value(text)
        JSON.parse("[#{text}]")[0]
      rescue JSON::ParserError
        fail_with("holds a text with an escape that is none")
      end

      def checked(path, operator, value)
        attribute = path.compared
        fail_with("“#{path.attribute.name}” has parts; name one") if attribute.nil?

        unless value.nil? ? %w[eq ne].include?(operator) : fits?(attribute.type, operator, value)
          fail_with("“#{attribute.name}” can’t be compared so")
        end
        Filter::Compare.new(path, operator, value)
      end

      def fits?(type, operator, value)
        case type
        when "boolean" then [true, false].include?(value) && !ordered_or_text?(operator)
        when "integer" then value.is_a?(Numeric) && !Filter::IN_TEXT.include?(operator)
        when "dateTime" then !Filter::IN_TEXT.include?(operator) && moment?(value)
        else value.is_a?(String)
        end
      end

      def ordered_or_text?(operator) = (Filter::IN_TEXT + Filter::ORDERED).include?(operator)

      def moment?(value)
        value.is_a?(String) && Time.iso8601(value)
      rescue ArgumentError
        false
      end

      # within: the Attribute whose parts are meant, or nil.
      def located(within)
        return Path.new(attribute: part_of(within)) if within

        urn = urn()
        name = @scan.scan(NAME)
        return whole(urn) if urn && name.nil?

        attribute, extension = name && @kind.find(urn, name)
        fail_with("“#{name || @scan.rest[0, 40]}” is no attribute of a #{@kind.name}") unless attribute

        part = attribute.complex? && @scan.skip(/\./) ? part_of(attribute) : nil
        Path.new(attribute: attribute, urn: extension, part: part)
      end

      def several?(path) = path.attribute&.multi && path.part.nil?

      # A whole extension can be named in a path.
      def whole(urn)
        known = @kind.extension(urn)
        fail_with("“#{urn}” is no attribute") unless known && @type == "invalidPath"

        Path.new(urn: known)
      end

      # The urn that an attribute is said to stand in; it ends in a colon, which is taken with it.
      def urn
        known = @kind.urns.sort_by { |each| -each.size }
        found = known.find { |each| @scan.rest.downcase.start_with?(each.downcase) } or return nil
        after = @scan.rest[found.size]
        return nil unless after.nil? || after == ":"

        @scan.pos += found.bytesize
        @scan.skip(/:/)
        found
      end

      def part_of(attribute)
        name = @scan.scan(NAME)
        (name && attribute.part(name)) or
          fail_with("“#{name || @scan.rest[0, 40]}” is no part of “#{attribute.name}”")
      end

      def close(bracket)
        @scan.skip(/\s*/)
        @scan.skip(/#{Regexp.escape(bracket)}/) or fail_with("expects #{bracket}")
      end

      def deeper
        @depth += 1
        fail_with("is nested more than #{DEEPEST} deep") if @depth > DEEPEST
        yield
      ensure
        @depth -= 1
      end

      def ended
        @scan.skip(/\s*/)
        fail_with("expects an end or “and” or “or”") unless @scan.eos?
      end

      def fail_with(words)
        where = @scan ? " at character #{@scan.charpos + 1}" : ""
        raise Fault.new(@type, "The #{@type == 'invalidPath' ? 'path' : 'filter'} #{words}#{where}")
      end
    end
  end
end
