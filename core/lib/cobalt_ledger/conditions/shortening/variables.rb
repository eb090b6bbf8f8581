# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Shortening
      # What some conditions look up, each with its cells.
      module Variables
        # Methods of comparing that tell values apart only by what is written in the rule.
        SETTING = %w[equal not_equal one_of none_of is_blank is_filled].freeze
        RANGING = (SETTING + %w[less at_most greater at_least between]).freeze

        module_function

        # conditions: Array of Node. Returns an Array of Options, Range and Truth.
        def of(conditions)
          all = leaves(conditions)
          all.group_by { |node, opened| key(node, opened) }.map do |key, found|
            node, opened = found[0]
            made(key, node, opened, found.map(&:first), beside(node, all))
          end
        end

        # What a leaf is about, in a form that compares: the value that it looks up, or else whether it holds. opened:
        # is it about the form as opened?
        def key(leaf, opened)
          return [opened, leaf.identity] unless plain?(leaf)

          [opened, leaf.left.to_h]
        end

        def made(key, node, opened, leaves, named)
          return Truth.new(key, node, opened) unless plain?(node)

          kind = RANGED.include?(node.left.family) ? Range : Options
          kind.new(key, node.left, opened, leaves, named)
        end

        # Values that are named of the same field, on the screen or in the record.
        def beside(node, all)
          return [] unless plain?(node)

          field = [Operands::Entered, Operands::Stored].include?(node.left.class)
          same = all.map(&:first).select do |each|
            plain?(each) && (field ? field?(each, node.left.subject) : each.left.to_h == node.left.to_h)
          end
          rights = same.filter_map(&:right)
          rights.flat_map { |right| right.is_a?(Operands::Literals) ? right.values : [right.value] }.uniq
        end

        def field?(leaf, field)
          [Operands::Entered, Operands::Stored].include?(leaf.left.class) && leaf.left.subject.id == field.id
        end

        RANGED = %i[number date time].freeze
        PICKED = %i[text flag choice person reference].freeze
        # Operands of which all values are known, or may be something else.
        LOOKED_UP = [Operands::Entered, Operands::Stored, Operands::Related, Operands::Attribute, Operands::User,
                     Operands::Locked].freeze
        private_constant :RANGED, :PICKED, :LOOKED_UP

        # Is it told apart by constants only?
        def plain?(leaf)
          return false unless leaf.is_a?(Comparison) && LOOKED_UP.include?(leaf.left.class)
          return false unless leaf.right.nil? || leaf.right.class.constant?

          family = leaf.left.family
          (RANGED.include?(family) && RANGING.include?(leaf.method_name)) ||
            (PICKED.include?(family) && SETTING.include?(leaf.method_name))
        end

        # Array of [leaf, opened].
        def leaves(nodes, opened: false)
          nodes.flat_map do |node|
            case node
            when Group then leaves(node.parts, opened: opened)
            when Not then leaves([node.part], opened: opened)
            when AtOpening then leaves([node.part], opened: true)
            when Fixed then []
            else [[node, opened]]
            end
          end
        end
        private_class_method :leaves, :made, :beside, :field?
      end
    end
  end
end
