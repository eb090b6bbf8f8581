# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Shortening
      # A condition with the words for it. node: Node; said: takes a Directory and gives its words; comparisons: how
      # many comparisons a reader meets in them; kind: :one, :all or :any, how its parts are joined; parts: Array of
      # Phrase.
      Phrase = Struct.new(:node, :said, :comparisons, :kind, :parts) do
        # node: Node that words itself.
        def self.of(node, comparisons = 1) = new(node, ->(directory) { node.words(directory) }, comparisons, :one)

        # parts: Array of Phrase.
        def self.all(parts) = joined(parts, All, "and", :all)
        def self.any(parts) = joined(parts, Any, "or", :any)

        def self.joined(parts, group, joiner, kind)
          return parts[0] if parts.size == 1

          words = ->(directory) { parts.map { |part| part.inner(directory) }.join(" #{joiner} ") }
          new(group.new(parts.map(&:node)), words, parts.sum(&:comparisons), kind, parts)
        end
        private_class_method :joined

        def words(directory) = said.call(directory)

        # Its words as a part of others.
        def inner(directory) = kind == :one ? words(directory) : "(#{words(directory)})"

        # Words of what has to hold together: Array of String.
        def asks(directory) = kind == :all ? parts.map { |part| part.inner(directory) } : [words(directory)]
        def same?(other) = node.identity == other.node.identity
      end
    end
  end
end
