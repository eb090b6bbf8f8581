# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # A world and literals that are to hold in it, in SMT-LIB 2.6 (Barrett, Fontaine, Tinelli 2017).
      class Script
        # world: World; literals: Array of Integer.
        def initialize(world, literals)
          @world = world
          @literals = literals
          @numbers = world.numbers
          @simplex = world.numbers.simplex
        end

        # Can all of it be said? What is only tried can't.
        def whole? = @world.products.attempts.empty?

        # The problem in SMT-LIB 2.6: String.
        def text
          names = {
            "Bool" => (0...@world.search.variables).map { |variable| "b#{variable}" },
            "Int" => plain.map { |variable| "n#{variable}" },
            "String" => @world.texts.places.map { |place| "s#{place}" }
          }
          declared = names.flat_map { |sort, list| list.map { |name| "(declare-const #{name} #{sort})" } }
          [
            "(set-option :produce-models true)", *declared, *facts.map { |fact| "(assert #{fact})" }, "(check-sat)",
            *names.values.flatten.map { |name| "(get-value (#{name}))" }
          ].join("\n")
        end

        # Puts the world as an answer says. False where it can't be read.
        def stand(answer)
          found = answer.scan(/\(\(([bns])(\d+) (true|false|\d+|\(- \d+\)|"(?:[^"]|"")*")\)\)/)
          truths = found.select { |kind, _, _| kind == "b" }.to_h { |_, number, value| [number.to_i, value == "true"] }
          whole =
            found
              .select { |kind, _, _| kind == "n" }
              .to_h { |_, number, value| [number.to_i, value.delete("() ").to_i] }
          words = found.select { |kind, _, _| kind == "s" }.to_h { |_, number, value| [number.to_i, unquoted(value)] }
          return false unless truths.size == @world.search.variables && whole.size == plain.size

          @world.stand(truths, whole, words)
        end

        private

        def facts
          bounds + atoms + products + clocks + texts + @world.search.clauses.map { |clause| any(clause) } +
            @literals.map { |literal| signed(literal) }
        end

        def plain = @plain ||= @numbers.plain
        def signed(literal) = literal.even? ? "b#{literal / 2}" : "(not b#{literal / 2})"
        def any(literals) = "(or false #{literals.map { |literal| signed(literal) }.join(' ')})"
        def number(value) = value.negative? ? "(- #{-value})" : value.to_s

        def sum(form, constant = 0)
          "(+ #{number(constant)} 0 #{form.map { |variable, factor| "(* #{number(factor)} n#{variable})" }.join(' ')})"
        end

        def bounds
          plain.flat_map do |variable|
            low, because, high, also = @numbers.range(variable)
            [
              low && because.nil? ? "(>= n#{variable} #{number(low)})" : nil,
              high && also.nil? ? "(<= n#{variable} #{number(high)})" : nil
            ].compact
          end
        end

        def atoms
          @numbers.atoms.map do |literal, (variable, limit)|
            "(= #{signed(literal)} (<= #{sum(@simplex.form_of(variable) || { variable => 1 })} #{number(limit)}))"
          end
        end

        def products
          @world.products.all.map do |product|
            "(= n#{product.result} (* #{sum(*product.left)} #{sum(*product.right)}))"
          end
        end

        def clocks
          @world.clocks.all.flat_map do |clock|
            shown =
              sum(
                { clock.day => Clocks::DAY, clock.moment => -1 }.merge(
                  clock.minute ? { clock.minute => Clocks::MINUTE } : {}
                )
              )
            offset =
              ZonePieces
                .of(clock.zone)
                .pieces
                .reduce("0") do |before, (from, each)|
                  from ? "(ite (>= n#{clock.moment} #{number(from)}) #{number(each)} #{before})" : number(each)
                end
            [
              "(<= #{shown} #{offset})",
              "(>= #{shown} (+ 1 #{offset} (- #{clock.minute ? Clocks::MINUTE : Clocks::DAY})))"
            ]
          end
        end

        def texts
          @world.texts.facts.flat_map do |place, text, length, lines|
            next ["(= s#{place} #{quoted(text)})"] if text

            [
              "(>= (str.len s#{place}) 1)",
              "(not (str.in_re s#{place} (re.* (str.to_re \" \"))))",
              length && "(<= (str.len s#{place}) #{length})",
              if lines
                nil
              else
                format(
                  '(not (or (str.contains s%<place>d "\\u{a}") (str.contains s%<place>d "\\u{d}")))', place: place
                )
              end
            ].compact
          end +
            @world.texts.atoms.map do |literal, (kind, one, other)|
              said = {
                equal: "(= s#{one} s#{other})", begins: "(str.prefixof s#{other} s#{one})",
                includes: "(str.contains s#{one} s#{other})"
              }.fetch(kind)
              "(= #{signed(literal)} #{said})"
            end
        end

        # Unicode escapes for what is not plain ASCII.
        def quoted(text)
          signs = text.each_char.map do |char|
            plain = char.ascii_only? && char.match?(/[[:print:]]/) && !'"\\'.include?(char)
            plain ? char : format('\\u{%x}', char.ord)
          end
          "\"#{signs.join}\""
        end

        def unquoted(text) = text[1..-2].gsub('""', '"').gsub(/\\u\{(\h+)\}/) { [Regexp.last_match(1).hex].pack("U") }
      end
    end
  end
end
