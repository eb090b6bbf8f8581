# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Shortening
      # What a field holds on the screen and what it holds in the record, said as a change: "Stage changes to Signed".
      module Turning
        module_function

        # Hash of the place of a variable for what is stored to that for the same field on the screen.
        def pairs(variables)
          variables.each_index.with_object({}) do |place, found|
            stored = variables[place]
            next unless stored.operand.is_a?(Operands::Stored) && !stored.opened

            now = variables.index { |each| now?(each, stored.operand.subject) }
            found[place] = now if now
          end
        end

        # [Array of Phrase of changes, places of the variables that they do not speak of]. cube: masks by variable.
        def of(grid, cube)
          variables = grid.variables
          turned = grid.pairs.filter_map do |stored, now|
            phrase = change(variables[now], cube[now], variables[stored], cube[stored])
            phrase && [phrase, [stored, now]]
          end
          turned += typed(variables, cube).reject { |_, places| places.intersect?(turned.flat_map(&:last)) }
          [turned.map(&:first), variables.each_index.to_a - turned.flat_map(&:last)]
        end

        # Fields that were changed, and have one value now: Array of [Phrase, places].
        def typed(variables, cube)
          variables.each_index.filter_map do |place|
            field = changed(variables[place], cube[place]) or next
            now = variables.index { |each| now?(each, field) } or next
            values = variables[now].values(cube[now])
            next unless values.size == 1 && !values.include?(nil) && said?(values)

            node = All.new([variables[place].leaf, variables[now].phrase(cube[now]).node])
            said = ->(directory) { words(variables[now], values, [], directory) }
            [Phrase.new(node, said, 1, :one), [place, now]]
          end
        end

        # The Catalogue::Field that a variable asks to be changed, or nil.
        def changed(variable, mask)
          leaf = variable.is_a?(Truth) && mask == 1 && !variable.opened && variable.leaf
          leaf.left.subject if leaf.is_a?(Comparison) && leaf.method_class.needs_stored?
        end

        def now?(variable, field)
          variable.is_a?(Options) && variable.operand.is_a?(Operands::Entered) && !variable.opened &&
            variable.operand.subject.id == field.id
        end

        # A Phrase, or nil where it is no change.
        def change(now, now_mask, stored, stored_mask)
          return nil if now_mask == now.all || stored_mask == stored.all

          to = now.values(now_mask)
          from = stored.values(stored_mask)
          return nil if to.intersect?(from)
          return nil unless [to, from].all? { |values| said?(values) } || opposite?(now, to, from)

          node = All.new([now.phrase(now_mask).node, stored.phrase(stored_mask).node])
          Phrase.new(node, ->(directory) { words(now, to, from, directory) }, 1, :one)
        end

        # Is one all that the other is not?
        def opposite?(now, to, from)
          (now.values(now.all) - to).to_set == from.to_set && [to, from].any? { |values| said?(values) }
        end

        def said?(values) = !values.include?(Variable::OTHER)

        def words(now, to, from, directory)
          name = now.operand.words(directory)
          return "#{name} changes to #{list(now, to, directory)}" if from.empty?

          if opposite?(now, to, from)
            way, values = said?(to) && (!said?(from) || to.size <= from.size) ? ["to", to] : ["from", from]
            return "#{name} changes #{way} #{list(now, values, directory)}"
          end
          "#{name} changes from #{list(now, from, directory)} to #{list(now, to, directory)}"
        end

        def list(now, values, directory)
          said = values.map do |value|
            value.nil? ? "blank" : Operands::Literal.new(value, now.operand.subject).words(directory)
          end
          Words.list(said, "or")
        end
        private_class_method :now?, :typed, :changed, :change, :opposite?, :said?, :words, :list
      end
    end
  end
end
