# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # Builds the typed tree from its document form. The shape (members, kinds) is expected to have passed
    # the JSON Schema; the parser judges what the schema can't: fields, comparisons that suit, values that fit.
    class Parser
      # Deepest nesting of all/any/not, and most comparisons in one condition.
      DEPTH_LIMIT = 12
      SIZE_LIMIT = 200

      # record_type: Catalogue::RecordType; faults: FaultList that gets what is wrong;
      # directory: to check people named in a condition, or nil to leave that out.
      def initialize(record_type, faults, directory = nil)
        @record_type = record_type
        @faults = faults
        @directory = directory
      end

      # hash: document form; pointer: its place. Returns a Node, or nil when something was wrong.
      def parse(hash, pointer)
        @size = 0
        node(hash, pointer, 1)
      end

      private

      def node(hash, pointer, depth)
        return @faults.add(pointer, "conditions nest deeper than #{DEPTH_LIMIT}") if depth > DEPTH_LIMIT

        if hash.key?("all") then group(All, hash["all"], "#{pointer}/all", depth)
        elsif hash.key?("any") then group(Any, hash["any"], "#{pointer}/any", depth)
        elsif hash.key?("not") then node(hash["not"], "#{pointer}/not", depth + 1)&.then { |part| Not.new(part) }
        else
          comparison(hash, pointer)
        end
      end

      def group(type, items, pointer, depth)
        parts = items.each_with_index.map { |item, index| node(item, "#{pointer}/#{index}", depth + 1) }
        parts.all? ? type.new(parts) : nil
      end

      def comparison(hash, pointer)
        @size += 1
        return @faults.add(pointer, "a condition has more than #{SIZE_LIMIT} comparisons") if @size > SIZE_LIMIT

        method = ComparisonMethod[hash["compare"]]
        return @faults.add("#{pointer}/compare", "there is no comparison “#{hash['compare']}”") unless method

        field = field_at(hash["left"], "#{pointer}/left") or return nil
        return @faults.add("#{pointer}/compare", "“#{method.words(field.family)}” does not suit #{field.name}, which is of kind #{field.kind.title}") unless method.suits?(field.family)

        right(method, hash["right"], field, "#{pointer}/right") do |operand|
          Comparison.new(hash["compare"], Operands::Entered.new(field.id), operand)
        end
      end

      def field_at(operand, pointer)
        id = operand["field"]
        return @faults.add(pointer, "the left side must be a field") unless id

        @record_type.field(id) || @faults.add("#{pointer}/field", "#{@record_type.name} has no field “#{id}”")
      end

      # Yields the right operand; returns nil without yielding when it does not fit.
      def right(method, hash, field, pointer, &build)
        return hash ? @faults.add(pointer, "nothing can stand on the right of “#{method.words(field.family)}”") : build.call(nil) if method.takes == :none
        return @faults.add(pointer, "a value to compare with is missing") unless hash

        operand = method.takes == :one ? single(method, hash, field, pointer) : several(method, hash, field, pointer)
        operand && build.call(operand)
      end

      def single(method, hash, field, pointer)
        return other_field(hash["field"], field, "#{pointer}/field") if hash.key?("field")
        return @faults.add(pointer, "“#{method.words(field.family)}” takes one value") unless hash.key?("value")

        literal(hash["value"], field, "#{pointer}/value", many: field.family == :choices)
      end

      def several(method, hash, field, pointer)
        values = hash["values"]
        return @faults.add(pointer, "“#{method.words(field.family)}” takes a list of values") unless values

        items = values.each_with_index.map { |value, index| literal(value, field, "#{pointer}/values/#{index}") }
        return nil unless items.all?
        return Operands::Literals.new(items) if method.takes == :many

        if items.size != 2
          @faults.add("#{pointer}/values", "“between” takes two values, the lower and the upper")
        elsif items[0].value > items[1].value
          @faults.add("#{pointer}/values", "the range ends before it begins, so it can never hold")
        else
          Operands::Literals.new(items)
        end
      end

      def other_field(id, field, pointer)
        other = @record_type.field(id)
        return @faults.add(pointer, "#{@record_type.name} has no field “#{id}”") unless other
        return Operands::Entered.new(id) if other.family == field.family

        @faults.add(pointer, "#{other.name} (#{other.kind.title}) can't be compared with #{field.name} (#{field.kind.title})")
      end

      def literal(raw, field, pointer, many: false)
        value = field.parse(many && raw.is_a?(String) ? [raw] : raw)
        return @faults.add(pointer, "must not be blank; use “is blank” instead") if value.nil?
        return @faults.add(pointer, "no user “#{value}” in the directory") if field.kind_name == "person" && @directory && !@directory.find(:user, value)

        Operands::Literal.new(value, field)
      rescue Catalogue::Kind::Unsuitable => e
        @faults.add(pointer, "#{field.name} #{e.message}")
      end
    end
  end
end
