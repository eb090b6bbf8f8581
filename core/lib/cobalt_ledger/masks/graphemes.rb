# frozen_string_literal: true

module CobaltLedger
  module Masks
    # The first or last characters of a text as a reader counts them (grapheme clusters, UAX 29), looking at no more of
    # the text than it takes. A cluster may be of any length; what is longer than a reader could mean is cut.
    module Graphemes
      # Code points looked at for each cluster that is wanted.
      LONGEST = 64

      module_function

      # At most count clusters of the start: Array of String.
      def first(text, count) = text[0, (count + 1) * LONGEST].grapheme_clusters.first(count)

      # At most count clusters of the end. What is cut at the front may begin in the middle of a cluster, so that the
      # first of them does not count.
      def last(text, count)
        span = (count + 2) * LONGEST
        return text.grapheme_clusters.last(count) if text.size <= span

        text[-span, span].grapheme_clusters.drop(1).last(count)
      end
    end
  end
end
