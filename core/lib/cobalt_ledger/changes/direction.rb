# frozen_string_literal: true

module CobaltLedger
  module Changes
    # What one answer is to another, facet by facet: who sees or may change more or less, has to fill more or less.
    module Direction
      NOTHING = { sees: [0], changes: 0, fills: 0, does: 0 }.freeze

      # What people read, where that is not the name.
      SAID = {
        "may change more" => "can edit more", "may change less" => "can edit less",
        "must fill more" => "must fill in more", "must fill less" => "must fill in less",
        "may do more" => "can do more", "may do less" => "can do less",
        "is masked otherwise" => "sees a different part",
        "holds another value" => "gets a different value", "is offered another value" => "gets a different suggestion",
        "is refused more" => "is refused more saves", "is refused less" => "is refused fewer saves"
      }.freeze
      private_constant :NOTHING, :SAID

      module_function

      # names: as of `of`. Returns the same in plain words.
      def said(names) = names.map { |name| SAID.fetch(name, name) }

      # before, after: Answer, or nil where the policy does not know the field. Returns an Array of words.
      def of(before, after)
        old, new = [before, after].map { |answer| reach(answer) }
        [
          compared(old[:sees], new[:sees], "sees more", "sees less"),
          compared(old[:changes], new[:changes], "may change more", "may change less"),
          compared(old[:fills], new[:fills], "must fill more", "must fill less"),
          compared(old[:does], new[:does], "may do more", "may do less"),
          refusals(before, after), otherwise(before, after)
        ].flatten.compact
      end

      # What someone has of a field, as figures that compare.
      def reach(answer)
        return NOTHING if answer.nil?

        state = answer.state
        return NOTHING.merge(does: state.permission == Access::Facets::ALLOWED ? 1 : 0) if state.permission

        seen =
          case state.visibility
          when Access::Facets::HIDDEN then [0]
          when Access::Facets::MASKED then [1, state.mask.disclosure]
          else [2]
          end
        { sees: seen, changes: state.entry == Access::Facets::OPEN ? 1 : 0,
          fills: state.presence == Access::Facets::REQUIRED ? 1 : 0, does: 0 }
      end

      def compared(old, new, more, less)
        case new <=> old
        when 1 then more
        when -1 then less
        end
      end

      def refusals(before, after)
        old, new = [before, after].map { |answer| answer ? answer.refused : [] }
        [(new - old).any? ? "is refused more" : nil, (old - new).any? ? "is refused less" : nil]
      end

      # What is neither more nor less.
      def otherwise(before, after)
        return [] unless before && after

        [
          ("now finds on the form" if after.shown && !before.shown),
          ("no longer finds on the form" if before.shown && !after.shown),
          ("is masked otherwise" if masks(before) && masks(after) && masks(before) != masks(after) &&
                                    masks(before).disclosure == masks(after).disclosure),
          ("holds another value" if before.written != after.written),
          ("is offered another value" if before.offered != after.offered)
        ]
      end

      def masks(answer) = answer.state.mask
      private_class_method :reach, :compared, :refusals, :otherwise, :masks
    end
  end
end
