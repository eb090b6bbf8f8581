# frozen_string_literal: true

module CobaltLedger
  # Questions kept with the answer they must get, and claims that must hold for every record.
  module Expectations
    # Checks expectations against one policy and its people.
    class Checker
      # engine: Decisions::Engine; at: Time that counts as now, where an expectation names none.
      def initialize(engine, at:)
        @engine = engine
        @at = at
        @surveys = {}
      end

      # document: of an expectation, shaped as its schema says. Returns a Verdict; raises nothing.
      def check(document)
        kind = document.key?("never") ? Never : Asked
        kind.new(document, @engine, @at, method(:survey)).verdict
      rescue BadInput => e
        Verdict.new(expectation: document, status: "unaskable",
                    words: e.faults.map { |fault| "#{fault.message} (#{fault.pointer})" })
      end

      # Identifiers of the record types on which what comes of an expectation can depend: those it names, and those that
      # their references lead to.
      def self.types(document, policy)
        named = if document.key?("never")
                  Never.types(document["never"],
                              policy)
                else
                  [document.dig("question", "record_type")]
                end
        found = []
        until named.empty?
          id = named.shift
          next if found.include?(id)

          found << id
          named.concat(policy.record_type(id)&.fields.to_a.filter_map do |field|
            field.refers_to if field.family == :reference
          end)
        end
        found.sort
      end

      private

      def survey(type) = @surveys[type.id] ||= Audit::Survey.new(@engine, type, {}, @at)
    end
  end
end
