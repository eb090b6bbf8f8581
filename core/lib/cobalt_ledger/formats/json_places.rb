# frozen_string_literal: true

require "strscan"

module CobaltLedger
  module Formats
    # Where in the text of a JSON document (RFC 8259) its values stand, for whoever is to be shown the place.
    class JsonPlaces
      # Lines and columns from 1, in code points, the end behind the last character: as SARIF 2.1.0, 3.30 has a region.
      Region = Struct.new(:start_line, :start_column, :end_line, :end_column) do
        def to_h
          { "startLine" => start_line, "startColumn" => start_column, "endLine" => end_line, "endColumn" => end_column }
        end
      end

      STRING = /"(?:[^"\\]|\\.)*"/m
      SCALAR = /[^\s,\]}]+/

      # text: String in UTF-8, known to be JSON. depth: levels of which the places are kept.
      def initialize(text, depth: 2)
        @scanner = StringScanner.new(text)
        @depth = depth
        @starts = [0]
        text.scan("\n") { @starts << Regexp.last_match.end(0) }
        @found = {}
        value([])
      end

      # The Region of a JSON Pointer (RFC 6901), nil where nothing stands there or it lies too deep.
      def [](pointer) = @found[pointer]

      private

      def value(path)
        space
        start = @scanner.charpos
        case @scanner.peek(1)
        when "{" then members(path)
        when "[" then elements(path)
        when '"' then @scanner.skip(STRING)
        else @scanner.skip(SCALAR)
        end
        keep(path, start, @scanner.charpos) if path.size <= @depth
      end

      def members(path)
        each_part("}") do
          name = JSON.parse(@scanner.scan(STRING))
          space
          @scanner.skip(/:/)
          value([*path, name])
        end
      end

      def elements(path)
        index = -1
        each_part("]") { value([*path, (index += 1).to_s]) }
      end

      # Yields before each part of what stands in brackets.
      def each_part(closing)
        @scanner.getch
        until space && @scanner.skip(/#{Regexp.escape(closing)}/)
          yield
          space
          @scanner.skip(/,/)
        end
      end

      def space = @scanner.skip(/\s*/)

      def keep(path, start, stop)
        pointer = path.map { |part| "/#{part.gsub('~', '~0').gsub('/', '~1')}" }.join
        @found[pointer] = Region.new(*place(start), *place(stop))
      end

      # [line, column] of a character.
      def place(position)
        line = @starts.bsearch_index { |start| start > position } || @starts.size
        [line, position - @starts[line - 1] + 1]
      end
    end
  end
end
