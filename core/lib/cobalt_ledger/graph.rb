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

    # All nodes, each after its successors. nodes: Array of identifiers; the block gives an identifier's successors.
    # Nodes of a ring come in some order. Works with a stack of its own, so that long chains do not exhaust Ruby's.
    def sorted(nodes)
      met = {}
      order = []
      nodes.each do |start|
        next if met[start]

        met[start] = true
        stack = [[start, yield(start).dup]]
        until stack.empty?
          following = stack.last[1].shift
          if following.nil?
            order << stack.pop.first
          elsif !met[following]
            met[following] = true
            stack.push([following, yield(following).dup])
          end
        end
      end
      order
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

    # Depth first with a stack of its own: neither Ruby's stack nor a fibre for each step would hold a chain of
    # tens of thousands.
    def descend(start, finished, successors)
      return nil if finished[start]

      on_path = { start => 0 }
      stack = [[start, successors.call(start), 0]]
      until stack.empty?
        node, following, index = stack.last
        if index >= following.size
          finished[node] = true
          on_path.delete(node)
          stack.pop
          next
        end
        stack.last[2] += 1
        reached = following[index]
        return on_path.keys.drop(on_path[reached]) + [reached] if on_path.key?(reached)
        next if finished[reached]

        on_path[reached] = stack.size
        stack.push([reached, successors.call(reached), 0])
      end
      nil
    end
    private_class_method :descend
  end
end
