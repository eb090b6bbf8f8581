# frozen_string_literal: true

module CobaltLedger
  module Changes
    # What becomes of an edit to a subject that another edition has changed meanwhile. A rule is one thing: where both
    # changed what it says, only a person can tell what is meant. Record types are made of parts that stand for
    # themselves; of those the ones that only one side touched are taken as that side left them.
    class ThreeWay
      # kind: :gone (both sides agree, nothing is left to do), :kept (the other side did not touch it), :joined
      # or :clash; after: document as it shall be, nil where it goes; parts: Array of names of what both changed.
      Outcome = Struct.new(:kind, :after, :parts, keyword_init: true)

      # Members of a rule that say where it stands and who looks after it, not its result.
      KEEPING = %w[title reason rank owner review_by].freeze

      # Lists of a record type whose items stand for themselves, under what they are known by.
      PARTS = { "fields" => "id", "sections" => "id", "forms" => "id" }.freeze

      ABSENT = Object.new.freeze
      private_constant :ABSENT

      # edit: Edit, made on the older edition; theirs: the subject in the newer one, nil where there is none; picks:
      # Hash of names of parts that both changed to "mine" or "theirs", as a person has settled them.
      def self.of(edit, theirs, picks = {}) = new(edit, theirs, picks).outcome

      def initialize(edit, theirs, picks)
        @picks = picks
        @kind = edit.kind
        @before = edit.before
        @mine = edit.after
        @theirs = theirs
      end

      # An Outcome.
      def outcome
        return Outcome.new(kind: :gone, after: @mine, parts: []) if @mine == @theirs
        return Outcome.new(kind: :kept, after: @mine, parts: []) if @before == @theirs
        return clash(["everything"]) unless [@before, @mine, @theirs].all?(Hash)

        @clashes = []
        joined = @kind == "record_type" ? record_type : members(@before, @mine, @theirs, "")
        return clash(@clashes) if @clashes.any?
        return clash(said_by_both) if @kind == "rule" && said_by_both.any?

        Outcome.new(kind: joined == @theirs ? :gone : :joined, after: joined, parts: [])
      end

      private

      def clash(parts) = Outcome.new(kind: :clash, after: @mine, parts: parts)

      # What two sides say of one rule is no sum of what each says.
      def said_by_both
        sides = [@mine, @theirs].map { |side| changed(@before, side) - KEEPING }
        sides.any?(&:empty?) ? [] : sides.flatten.uniq - @picks.keys
      end

      def changed(before, after) = (before.keys | after.keys).reject { |name| before[name] == after[name] }

      def record_type
        lists = PARTS.keys
        whole = members(*[@before, @mine, @theirs].map { |side| side.except(*lists) }, "")
        lists.reduce(whole) do |result, list|
          sides = [@before, @mine, @theirs].map { |side| side[list] }
          next result if sides.all?(&:nil?)

          result.merge(list => items(*sides.map { |side| side || [] }, list, PARTS[list]))
        end
      end

      # Each name that a side changed, as that side left it. What both say of a rule may also be settled where only one
      # of them changed it.
      def members(before, mine, theirs, place)
        (theirs.keys | mine.keys | before.keys).each_with_object({}) do |name, result|
          value = one(*[before, mine, theirs].map { |side| side.fetch(name, ABSENT) }, "#{place}#{name}")
          result[name] = value unless value.equal?(ABSENT)
        end
      end

      # The value that is left when a side that changed it is followed.
      def one(before, mine, theirs, name)
        return mine if mine == theirs
        return @picks[name] == "theirs" ? theirs : mine if theirs == before
        return @picks[name] == "mine" ? mine : theirs if mine == before

        case @picks[name]
        when "mine" then mine
        when "theirs" then theirs
        else
          @clashes << name
          mine
        end
      end

      # Items in the order of the side that moved them; where both moved or added some, theirs first, and mine behind
      # those they followed.
      def items(before, mine, theirs, list, key)
        sides = [before, mine, theirs].map { |side| side.to_h { |item| [item[key], item] } }
        kept = sides.flat_map(&:keys).uniq.filter_map do |id|
          value = item(*sides.map { |side| side.fetch(id, ABSENT) }, "#{list}/#{id}")
          [id, value] unless value.equal?(ABSENT)
        end.to_h
        orders = sides.map(&:keys)
        ordered(orders, kept.keys, list).map { |id| kept.fetch(id) }
      end

      def item(before, mine, theirs, place)
        return one(before, mine, theirs, place) unless [before, mine, theirs].all?(Hash)

        members(before, mine, theirs, "#{place}/")
      end

      def ordered(orders, ids, list)
        before, mine, theirs = orders.map { |order| order & ids }
        common = before & mine & theirs
        moved = [mine, theirs].map { |order| (order & common) != (before & common) }
        pick = @picks["#{list} order"]
        @clashes << "#{list} order" if pick.nil? && moved.all? && (mine & common) != (theirs & common)
        lead, follow = moved[0] && pick != "theirs" ? [mine, theirs] : [theirs, mine]
        follow.each_with_index.reduce(lead.dup) do |result, (id, index)|
          next result if result.include?(id)

          earlier = follow.first(index).reverse.find { |each| result.include?(each) }
          result.insert(earlier ? result.index(earlier) + 1 : 0, id)
        end
      end
    end
  end
end
