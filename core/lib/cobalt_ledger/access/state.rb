# frozen_string_literal: true

module CobaltLedger
  module Access
    # The state of one field: its three facets, and the mask where visibility is masked; or of one action: whether it
    # is allowed; or of the whole record: whether it is locked.
    # In a partial state a facet may be nil: nothing is said of it. Immutable.
    class State
      include Facets

      # Access levels from least to most ink.
      LEVELS = %w[hidden masked replace_only read_only editable required].freeze
      LEVEL_NAMES = { "hidden" => "Hidden", "masked" => "Masked", "replace_only" => "Replace-only",
                      "read_only" => "Read-only", "editable" => "Editable", "required" => "Required",
                      "denied" => "Denied", "allowed" => "Allowed" }.freeze

      # All levels that there are, each kind from least to most.
      ORDER = (LEVELS + %w[denied allowed]).each_with_index.to_h.freeze

      attr_reader :visibility, :entry, :presence, :permission, :mask, :replace

      # visibility, entry, presence, permission: Integer of Facets or nil; mask: Masks::Mask or nil;
      # replace: true when a masked value may be overwritten without being seen.
      def initialize(visibility: nil, entry: nil, presence: nil, permission: nil, mask: nil, replace: false)
        @visibility = visibility
        @entry = entry
        @presence = presence
        @permission = permission
        @mask = visibility == MASKED ? (mask || Masks::Formats::All.new) : nil
        @replace = visibility == MASKED && replace
        freeze
      end

      # Says nothing of any facet.
      SILENT = new

      # From the document form {"visibility" => "masked", "mask" => {...}, ...}.
      def self.from(hash)
        mask = hash["mask"]
        new(visibility: Facets.value(:visibility, hash["visibility"]), entry: Facets.value(:entry, hash["entry"]),
            presence: Facets.value(:presence, hash["presence"]),
            permission: Facets.value(:permission, hash["permission"]), mask: mask && Masks::Mask.from(mask),
            replace: hash["replace"] || false)
      end

      # name: Symbol of Facets. Returns its value, an Integer; nil where nothing is said of it.
      def facet(name)
        case name
        when :visibility then visibility
        when :entry then entry
        when :presence then presence
        else permission
        end
      end

      # The same state with other members.
      def with(**changes)
        State.new(
          visibility: visibility, entry: entry, presence: presence, permission: permission, mask: mask,
          replace: replace, **changes
        )
      end

      # Strictest of two states, facet by facet; a facet no one speaks of stays nil.
      def strictest(other)
        return self if other.silent?
        return other if silent?

        masks = [self, other].select { |state| state.visibility == MASKED }
        State.new(visibility: [visibility, other.visibility].compact.max, entry: [entry, other.entry].compact.max,
                  presence: [presence, other.presence].compact.max,
                  permission: [permission, other.permission].compact.max,
                  mask: masks.map(&:mask).min_by(&:disclosure), replace: masks.any? && masks.all?(&:replace))
      end

      # Fills facets that are nil from another state.
      def filled_from(other)
        return self if (visibility && entry && presence) || permission
        return other if silent?

        from = visibility.nil? ? other : self
        State.new(visibility: from.visibility, entry: entry || other.entry, presence: presence || other.presence,
                  permission: other.permission, mask: from.mask, replace: from.replace)
      end

      # One of LEVELS, or "denied" or "allowed" of an action. Expects a whole state.
      def level
        return Facets.name(:permission, permission) if permission
        return "hidden" if visibility == HIDDEN
        return entry == OPEN ? "replace_only" : "masked" if visibility == MASKED
        return "read_only" if entry == LOCKED

        presence == REQUIRED ? "required" : "editable"
      end

      # JSON-ready Hash, as states are written in a policy.
      def to_h
        hash = Facets::ALL.to_h { |name| [name.to_s, facet(name) && Facets.name(name, facet(name))] }.compact
        hash["mask"] = mask.to_h if mask
        hash["replace"] = true if replace
        hash
      end

      # Does it say nothing of any facet?
      def silent? = visibility.nil? && entry.nil? && presence.nil? && permission.nil?

      def ==(other)
        equal?(other) ||
          (
            other.is_a?(State) && visibility == other.visibility && entry == other.entry &&
              presence == other.presence && permission == other.permission && replace == other.replace &&
              mask == other.mask
          )
      end
      alias eql? ==
      def hash = to_h.hash
    end
  end
end
