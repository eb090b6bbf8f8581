# frozen_string_literal: true

module CobaltLedger
  module Provisioning
    # A filter (RFC 7644, section 3.4.2.2), as a tree that is asked of a resource. Of several values it is enough that
    # one fits; texts compare without capitals unless their attribute says otherwise.
    module Filter
      And = Struct.new(:parts) do
        def holds?(resource) = parts.all? { |each| each.holds?(resource) }
      end

      Or = Struct.new(:parts) do
        def holds?(resource) = parts.any? { |each| each.holds?(resource) }
      end

      Not = Struct.new(:inner) do
        def holds?(resource) = !inner.holds?(resource)
      end

      # Has it a value? path: Path.
      Present = Struct.new(:path) do
        def holds?(resource) = path.values(resource).any? { |value| !value.respond_to?(:empty?) || !value.empty? }
      end

      # One of the values fits as a whole. path: Path of several values; inner: a filter that is asked of each.
      Within = Struct.new(:path, :inner) do
        def holds?(resource) = path.values(resource).any? { |value| inner.holds?(value) }
      end

      # A value beside another. path: Path; operator: one of OPERATORS; value: as in JSON.
      Compare = Struct.new(:path, :operator, :value) do
        def holds?(resource)
          found = path.compared_values(resource)
          return (operator == "ne") ^ found.empty? if value.nil?
          return operator == "ne" if found.empty?

          found.any? { |each| fits?(like(each), like(value)) }
        end

        private

        def fits?(found, asked)
          case operator
          when "eq" then found == asked
          when "ne" then found != asked
          when "co" then found.include?(asked)
          when "sw" then found.start_with?(asked)
          when "ew" then found.end_with?(asked)
          when "gt" then found > asked
          when "ge" then found >= asked
          when "lt" then found < asked
          when "le" then found <= asked
          end
        end

        # In the form in which it compares.
        def like(text)
          attribute = path.compared
          return text unless text.is_a?(String)
          return Time.iso8601(text) if attribute.type == "dateTime"

          attribute.exact ? text : text.downcase(:fold)
        end
      end

      OPERATORS = %w[eq ne co sw ew gt ge lt le].freeze
      IN_TEXT = %w[co sw ew].freeze
      ORDERED = %w[gt ge lt le].freeze

      module_function

      # text: of a filter; kind: Schemas::Kind. Raises Fault ("invalidFilter").
      def read(text, kind) = FilterReader.new(text, kind, "invalidFilter").filter

      # text: of a path; kind: Schemas::Kind. Returns a Path. Raises Fault ("invalidPath").
      def path(text, kind) = FilterReader.new(text, kind, "invalidPath").path
    end
  end
end
