# frozen_string_literal: true

module CobaltLedger
  # Walks over things that point at each other.
  module Graph
    module_function

    # The first ring found, as a path that ends where it starts (["a", "b", "a"]), or nil.
    # nodes: Hash or Array of identifiers; the block gives an identifier's successors.
    def ring(nodes, &successors)
      finished = {}
      keys = nodes.is_a?(Hash) ? nodes.keys : nodes
      keys.each do |start|
        found = descend(start, finished, successors)
        return found if found
      end
      nil
    end

    # Everything reached from a start, without the start itself, nearest first.
    def reachable(start)
      seen = {}
      queue = [*yield(start)]
      while (node = queue.shift)
        next if seen[node] || node == start

        seen[node] = true
        queue.concat(yield(node))
      end
      seen.keys
    end

    # Depth first with an explicit stack: a chain of ten thousand must not exhaust Ruby's own.
    def descend(start, finished, successors)
      return nil if finished[start]

      on_path = { start => 0 }
      stack = [[start, successors.call(start).each]]
      until stack.empty?
        node, enumerator = stack.last
        begin
          following = enumerator.next
        rescue StopIteration
          finished[node] = true
          on_path.delete(node)
          stack.pop
          next
        end
        return on_path.keys.drop(on_path[following]) + [following] if on_path.key?(following)
        next if finished[following]

        on_path[following] = stack.size
        stack.push([following, successors.call(following).each])
      end
      nil
    end
    private_class_method :descend
  end
end
