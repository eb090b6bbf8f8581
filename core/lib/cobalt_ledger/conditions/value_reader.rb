# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # Reads one value that has to fit a field or another subject: written out, or looked up when it is needed.
    class ValueReader
      def initialize(scope, faults)
        @scope = scope
        @faults = faults
      end

      # hash: document form of an operand; subject: what it must fit. Returns an Operand, or nil when a fault was noted.
      def read(hash, subject, pointer)
        if hash.key?("value")
          return literal(hash["value"], subject, "#{pointer}/value", many: subject.family == :choices)
        end

        operand = Operand.marked(hash).read(hash, pointer, @scope, @faults) or return nil
        return operand if operand.family == subject.family

        @faults.add(
          "#{pointer}/#{operand.class.registered_name}",
          "#{operand.subject.name} (#{operand.subject.kind.title}) can't be compared with #{subject.name} " \
          "(#{subject.kind.title})"
        )
      end

      # raw: JSON value. Returns a Literal, or nil when a fault was noted.
      def literal(raw, subject, pointer, many: false)
        value = subject.parse(many && raw.is_a?(String) ? [raw] : raw)
        return @faults.add(pointer, "must not be blank; use “is blank” instead") if value.nil?
        if subject.family == :person && @scope.directory && !@scope.directory.find(:user, value)
          return @faults.add(pointer, "no user “#{value}” in the directory")
        end

        Operands::Literal.new(value, subject)
      rescue Catalogue::Kind::Unsuitable => e
        @faults.add(pointer, "#{subject.name} #{e.message}")
      end
    end
  end
end
