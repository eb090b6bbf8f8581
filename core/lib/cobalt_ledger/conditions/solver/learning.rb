# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # What Search learns from conflicts: the clause that says why (first unique implication point), or the assumptions
      # that can't hold together.
      module Learning
        private

        # Learns from a conflict and goes back to where it matters. False when the assumptions can't hold together.
        def resolve(literals, assumptions)
          highest = literals.map { |literal| @levels[literal >> 1] }.max || 0
          if highest.zero?
            @refuted = true
            return false
          end
          back_to(highest)
          # Assumptions are decided first: a conflict on their levels is theirs.
          if highest <= assumptions.size
            @core = blamed(literals)
            return false
          end
          learned, level = analyse(literals)
          back_to(level)
          clause = learned.size > 1 ? Clause.new(learned).tap { |each| watch(each) } : nil
          enqueue(learned[0], clause)
          true
        end

        # The assumptions a conflict depends on.
        def blamed(literals)
          marked = {}
          literals.each { |literal| marked[literal >> 1] = true if @levels[literal >> 1].positive? }
          found = []
          (@trail.size - 1).downto(@limits[0] || 0) do |place|
            literal = @trail[place]
            next unless marked[literal >> 1]

            reason = @reasons[literal >> 1]
            if reason.nil?
              found << literal
            else
              reason.literals.each do |each|
                marked[each >> 1] = true if @levels[each >> 1].positive? && each != literal
              end
            end
          end
          found
        end

        # The assumptions that make a wanted one false, with it.
        def clashing(wanted)
          return [wanted] if @levels[wanted >> 1].zero?

          blamed([wanted]) | [wanted]
        end

        # First unique implication point: [learned clause with the asserting literal first, level to go back to].
        def analyse(literals) # rubocop:disable Metrics/AbcSize, Metrics/MethodLength
          learned = [nil]
          open = 0
          place = @trail.size - 1
          current = @limits.size
          literal = nil
          loop do
            literals.each do |each|
              variable = each >> 1
              next if each == literal || @seen[variable] || @levels[variable].zero?

              @seen[variable] = true
              bump(variable)
              if @levels[variable] == current then open += 1
              else learned << each
              end
            end
            place -= 1 until @seen[@trail[place] >> 1]
            literal = @trail[place]
            @seen[literal >> 1] = false
            place -= 1
            open -= 1
            break if open.zero?

            literals = @reasons[literal >> 1].literals
          end
          learned[0] = literal ^ 1
          marked = learned.drop(1)
          learned = [learned[0]] + marked.reject { |each| implied?(each) }
          marked.each { |each| @seen[each >> 1] = false }
          return [learned, 0] if learned.size == 1

          highest = (1...learned.size).max_by { |index| @levels[learned[index] >> 1] }
          learned[1], learned[highest] = learned[highest], learned[1]
          [learned, @levels[learned[1] >> 1]]
        end

        # Does it follow from the others of the learned clause?
        def implied?(literal)
          reason = @reasons[literal >> 1] or return false
          reason.literals.all? { |each| each >> 1 == literal >> 1 || @seen[each >> 1] || @levels[each >> 1].zero? }
        end

        def bump(variable) = @activity[variable] += @bump

        def rescale
          @activity.map! { |each| each * 1e-100 }
          @bump *= 1e-100
        end

        # The most active variable without a value, or nil.
        def pick
          best = nil
          highest = -1.0
          variable = 0
          size = @levels.size
          while variable < size
            if @values[variable * 2].nil? && @activity[variable] > highest
              best = variable
              highest = @activity[variable]
            end
            variable += 1
          end
          best
        end
      end
    end
  end
end
