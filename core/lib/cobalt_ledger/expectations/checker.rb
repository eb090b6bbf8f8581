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
        claim = document["never"]
        named = claim ? Never.types(claim, policy) : [document.dig("question", "record_type")]
        beyond = named.flat_map { |id| Graph.reachable(id) { |each| referred_to(policy.record_type(each)) } }
        (named | beyond).sort
      end

      def self.referred_to(type)
        type.nil? ? [] : type.fields.filter_map { |field| field.refers_to if field.family == :reference }
      end
      private_class_method :referred_to

      private

      def survey(type) = @surveys[type.id] ||= Audit::Survey.new(@engine, type, {}, @at)
    end
  end
end
