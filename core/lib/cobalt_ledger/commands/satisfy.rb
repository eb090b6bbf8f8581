# frozen_string_literal: true

module CobaltLedger
  module Commands
    # Whether conditions can hold together, from their document to the answer's.
    class Satisfy
      # policy: Rules::Policy; directory: Directory::Directory; type: Catalogue::RecordType; document: Array of
      # conditions in the policy document's form; mode: String; at: Time that counts as now unless the conditions ask
      # for another. Raises BadInput with all faults.
      def initialize(policy, directory, type, document, mode: "edit", at: Time.now)
        @type = type
        @types = policy.record_types
        @directory = directory
        @mode = mode
        @base = Conditions::Facts.new(directory: directory, at: at, zone: policy.zone)
        @conditions = parsed(policy, document)
      end

      # {"answer" => "yes" | "no" | "undecided", "example", "clash", "reason", "by"}; by: another solver that was asked.
      def to_h
        found = Conditions::Solver::Satisfy.new(@type, @mode, @base, free: [[:time], [:user]]).answer(@conditions)
        {
          "answer" => found.kind, "example" => found.example && example(found.example), "clash" => found.clash,
          "reason" => found.reason, "by" => found.by
        }.compact
      end

      private

      # Array of Conditions::Node.
      def parsed(policy, document)
        faults = FaultList.new
        unless document.is_a?(Array) && document.any?
          raise BadInput.at("", "must be a list of conditions, one at least")
        end

        scope =
          Conditions::Scope.new(
            record_type: @type, types: @types, directory: @directory, places: policy.places,
            zone: policy.zone.identifier
          )
        parser = Conditions::Parser.new(scope, faults)
        found = document.each_with_index.map do |condition, index|
          wrong = Formats::Schema.faults("condition", condition)
          wrong.each { |fault| faults.add("/#{index}#{fault.pointer}", fault.message) }
          wrong.empty? ? parser.parse(condition, "/#{index}") : nil
        end
        faults.raise_if_any!
        found
      end

      # JSON values by what they are: fields by identifier, stored ones apart, those of other records by the reference
      # that names them.
      def example(found)
        found.each_with_object({}) do |(key, value), told|
          kind, id, other = key
          case kind
          when :entered, :stored then (told[kind.to_s] ||= {})[id] = @type.field(id).dump(value)
          when :related, :opened then ((told[kind.to_s] ||= {})[id] ||= {})[other] = in_other_record(id, other, value)
          when :attribute then (told["attributes"] ||= {})[id] = value
          when :time then told["at"] = Catalogue::Kinds::DateTime.dump(value)
          when :network then told["network"] = Conditions::NetworkKind.dump(value)
          else told[kind.to_s] = value
          end
        end
      end

      # Several choices stand there as the text of a JSON list.
      def in_other_record(through, id, value)
        dumped = @types.fetch(@type.field(through).refers_to).field(id).dump(value)
        dumped.is_a?(Array) ? JSON.generate(dumped) : dumped
      end
    end
  end
end
