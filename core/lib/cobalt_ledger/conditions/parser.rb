# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # Builds the typed tree from its document form. The shape (members, kinds) is expected to have passed
    # the JSON Schema; the parser judges what the schema can't: fields, comparisons that suit, values that fit.
    class Parser
      # Deepest nesting of all/any/not, and most comparisons in one condition.
      DEPTH_LIMIT = 12
      SIZE_LIMIT = 200

      # scope: Scope; faults: FaultList that gets what is wrong.
      def initialize(scope, faults)
        @scope = scope
        @faults = faults
        @values = ValueReader.new(scope, faults)
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

        left = operand(hash["left"], "#{pointer}/left") or return nil
        unsuited = unsuited(method, left)
        return @faults.add("#{pointer}/compare", unsuited) if unsuited

        right(method, hash["right"], left.subject, "#{pointer}/right") do |other|
          Comparison.new(hash["compare"], left, other)
        end
      end

      # The left side: something looked up.
      def operand(hash, pointer)
        type = Operand.marked(hash)
        if type.nil? || type.constant?
          return @faults.add(pointer, "the left side must be something to look up, such as a field")
        end

        type.read(hash, pointer, @scope, @faults)
      end

      def unsuited(method, left)
        verb = method.words(left.family)
        unless method.suits?(left.family)
          return "“#{verb}” does not suit #{left.subject.name}, which is of kind #{left.subject.kind.title}"
        end

        "“#{verb}” can only be asked of a field on the screen" if method.needs_stored? && !left.is_a?(Operands::Entered)
      end

      # Yields the right operand; returns nil without yielding when it does not fit.
      def right(method, hash, subject, pointer, &build)
        verb = method.words(subject.family)
        if method.takes == :none
          return hash ? @faults.add(pointer, "“#{verb}” takes no value on the right") : build.call(nil)
        end
        return @faults.add(pointer, "a value to compare with is missing") unless hash

        operand = case method.takes
                  when :one then single(verb, hash, subject, pointer)
                  when :days, :members then named(method.takes, verb, hash, pointer)
                  else several(method, verb, hash, subject, pointer)
                  end
        operand && build.call(operand)
      end

      def single(verb, hash, subject, pointer)
        unless hash.key?("value") || !Operand.marked(hash)&.constant?
          return @faults.add(pointer, "“#{verb}” takes one value")
        end

        @values.read(hash, subject, pointer)
      end

      def named(takes, verb, hash, pointer)
        type = Operand[takes]
        words = { days: "a number of days", members: "roles, groups, departments or units" }.fetch(takes)
        if hash.key?(type.registered_name)
          type.read(hash, pointer, @scope, @faults)
        else
          @faults.add(pointer, "“#{verb}” takes #{words}")
        end
      end

      def several(method, verb, hash, subject, pointer)
        values = hash["values"]
        return @faults.add(pointer, "“#{verb}” takes a list of values") unless values

        items =
          values.each_with_index.map { |value, index| @values.literal(value, subject, "#{pointer}/values/#{index}") }
        return nil unless items.all?
        return Operands::Literals.new(items) if method.takes == :many

        if items.size != 2
          @faults.add("#{pointer}/values", "“between” takes two values, the lower and the upper")
        elsif items[0].value > items[1].value
          @faults.add("#{pointer}/values", "the range ends before it begins, so it can never be true")
        else
          Operands::Literals.new(items)
        end
      end
    end
  end
end
