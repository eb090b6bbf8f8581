# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # One side of a comparison. One subclass a file in operands/. The name it is known by is the member that marks
    # it in the document form: {"field": "stage"}.
    class Operand
      extend Registry

      class << self
        # Module whose folder holds the operands.
        def registry_namespace = CobaltLedger::Conditions::Operands

        # The class whose mark a document carries, or nil: of several the one that has most of its members there.
        def marked(hash)
          members
            .values
            .select { |member| hash.key?(member.registered_name) }
            .max_by { |member| (hash.keys & member.parts.keys).size }
        end

        # Members of the document form: Hash of name to JSON Schema.
        def parts = { registered_name => { "const" => true } }

        # JSON Schema of the document form.
        def schema = ObjectSchema.of(parts)

        # Where it may stand: on the :left or :right of a comparison, as the :value that an effect gives.
        def stands = constant? ? %i[right] : %i[left right value]

        # From the document form. pointer: its place; scope: Scope; faults: FaultList.
        # Returns an Operand, or nil when a fault was noted.
        def read(_hash, _pointer, _scope, _faults) = raise(NotImplementedError)

        # True when the operand is written in the rule and not looked up.
        def constant? = false

        # What it is called where a rule is written, and the family of kinds, where they do not depend on a field.
        def offered = nil
      end

      # What knows its values: a Catalogue::Field or a Subject.
      attr_reader :subject

      def family = subject.family

      # What is looked up, as keys: [:entered, "stage"], [:stored, "stage"], [:related, "object", "hazard"],
      # [:attribute, "clearance"], [:user], [:time], [:network], [:place], [:locked].
      def reads = []

      # What it looks up when only what the record held counts.
      def as_opened = self

      # Identifiers of the fields whose entered values are read.
      def fields = reads.filter_map { |kind, id| id if %i[entered related].include?(kind) }

      # A lambda that takes Facts and gives the typed value, nil for blank, or an Unreadable.
      def reader = raise(NotImplementedError)

      # What it is to the solver: a Solver::Terms::Term, or nil where it can't be read. world: Solver::World;
      # opened: true where the form is meant as opened.
      def enter(_world, _opened) = raise(Solver::Unknown, "“#{subject&.name || self.class.registered_name}”")

      # Words for a person.
      def words(_directory) = subject.name

      def to_h = raise(NotImplementedError)

      # "Stage is Signed": what it was found to be.
      def saw(facts, directory)
        value = reader.call(facts)
        if value.is_a?(Unreadable)
          "#{words(directory)} can't be read: #{value.message}"
        else
          "#{words(directory)} is #{subject.say(value, directory)}"
        end
      end
    end
  end
end
