# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Texts: equal, beginning with and including, between texts that are looked up and texts that are written out.
      #
      # What follows is found by walking from a text to all it begins, and to all it is a part of. A text that begins
      # one whose beginning is known is either shorter than that beginning, and then one of few, or begins the same; a
      # part of a known text is one of few; of two that begin a third, one begins the other. Once the search has settled
      # these, words can be put together out of the parts with signs between them that occur nowhere else, so that
      # nothing holds that was not asked for. Only where such a word is too long for a field is it left undecided.
      class Texts
        include Theory

        # Parts of a known text that are told apart.
        PARTS = 400

        # words: Hash of variable to String once there is a model.
        # atoms: Hash of literal to [:equal | :begins | :includes, place, place].
        attr_reader :words, :atoms

        # search: Search; budget: Budget.
        def initialize(search, budget)
          @search = search
          @budget = budget
          @lengths = []
          @lines = []
          @texts = []
          @written = {}
          @atoms = {}
          @by = {}
          @trail = []
          @lemmas = nil
          search.use(self)
        end

        # A text that is looked up: its place. limit: characters at most; lines: may it have several lines?
        def variable(limit, lines)
          @texts << nil
          @lengths << limit
          @lines << lines
          @texts.size - 1
        end

        # A text that is written out: its place.
        def written(text)
          @written[text] ||= begin
            @texts << text
            @lengths << nil
            @lines << true
            @texts.size - 1
          end
        end

        # Formulas about two places.
        def equal(one, other) = one == other || atom(:equal, *[one, other].sort)
        def begins(whole, part) = whole == part || atom(:begins, whole, part)
        def includes(whole, part) = whole == part || atom(:includes, whole, part)

        # Places of all texts: Array of Integer.
        def places = @texts.each_index.to_a

        # Array of [place, String or nil, characters at most, may it have several lines?].
        def facts = @texts.each_index.map { |place| [place, @texts[place], @lengths[place], @lines[place]] }

        # Takes over words found by another.
        def stand(words) = @words = words

        # The word at a place, once there is a model; any where nothing asks about it.
        def word(place) = @texts[place] || words&.[](place) || "x"

        # -- as a theory of the search

        def assign(literal)
          @trail << literal
          nil
        end

        def undo(count) = @trail.pop(count)

        def complete
          return nil if @texts.empty?
          return :spent unless @budget.spend(1 + @trail.size)

          @lemmas = []
          facts =
            TextFacts.new(
              @texts, @lines, @trail.map { |literal| [literal.even?, literal, *@atoms.fetch(literal & ~1)] }
            )
          clash = facts.clash(@lengths)
          return [clash.map { |literal| literal ^ 1 }.uniq] if clash

          told = splits(facts)
          return told if told

          @words = TextWords.new(facts, @texts, @lengths).words
          @words ? nil : :unsure
        end

        private

        def atom(kind, one, other)
          first, second = [one, other].map { |place| @texts[place] }
          return holds(kind, first, second) if first && second

          @by[[kind, one, other]] ||= begin
            literal = @search.variable(self)
            @atoms[literal] = [kind, one, other]
            literal
          end
        end

        def holds(kind, one, other)
          case kind
          when :equal then one == other
          when :begins then one.start_with?(other)
          else one.include?(other)
          end
        end

        # Clauses that part the search where texts can only be put together once more is known; :unsure where there are
        # too many ways.
        def splits(facts)
          facts.open_questions.each do |reasons, kind, *asked|
            choices =
              kind == :either ? [begins(asked[0], asked[1]), begins(asked[1], asked[0])] : parts(kind, *asked) or
              return :unsure
            next if choices.any? { |each| each == true || (each.is_a?(Integer) && @search.values[each]) }

            return [reasons.map { |literal| literal ^ 1 }.uniq + choices.reject { |each| each == false }]
          end
          nil
        end

        # What a part of a known text can be: formulas.
        def parts(kind, place, text)
          found = kind == :within ? TextFacts.parts_of(text, PARTS) : TextFacts.beginnings_of(text)
          return nil if found.nil?

          choices = found.map { |each| equal(place, written(each)) }
          kind == :beginning ? choices + [begins(place, written(text))] : choices
        end
      end
    end
  end
end
