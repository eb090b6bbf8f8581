# frozen_string_literal: true

module CobaltLedger
  module Provisioning
    # What of a provider's wishes counts at once, and what waits to be signed: an item of the directory waits where it
    # would open fields that carry a label. Where it can't be told of an item which of several opens them, all wait.
    class Delivery
      # Where things of one list say that they are in another.
      NAMING = { "roles" => [%w[users roles]], "groups" => [%w[users groups], %w[groups within]],
                 "departments" => [%w[users department], %w[departments parent]] }.freeze

      # The directory document that counts, and the entries that go with it: Hash of [list, identifier] to Entry.
      attr_reader :document, :entries

      # before: directory document in force; desk: Desk after the push; waiting: Array of [list, identifier] that were
      # held back before and were not pushed again. The block, where anything is held back at all, is given two
      # directory documents and identifiers of people who can't sign in, and tells what lies between: Changes::Opened.
      def initialize(before, desk, waiting, &judge)
        @before = before
        @desk = desk
        @judge = judge
        @old = indexed(before)
        @wanted = indexed(desk.document)
        @waiting = waiting
        @document, @held = delivered
        @entries = marked
      end

      # [list, identifier] of what is held back by this: Array.
      def held = @held - @waiting

      private

      def indexed(document)
        Formats::DirectoryJson::LISTS.to_h { |list| [list, (document[list] || []).to_h { |item| [item["id"], item] }] }
      end

      # [document, what is held back]
      def delivered
        changed = Formats::DirectoryJson::LISTS.flat_map do |list|
          (@old[list].keys | @wanted[list].keys).filter_map { |id| [list, id] unless same?(list, id) }
        end
        changed -= @waiting
        return [joined(changed), @waiting] if @judge.nil?

        opening = judged(changed)
        return [joined(changed), @waiting] if opening.none?

        apart(changed, opening)
      end

      def apart(changed, opening)
        suspects = changed.select { |list, id| list == "users" && opening.people.include?(id) }
        rest = changed - suspects
        fine = suspects.any? && (rest.empty? || judged(rest).none?)
        held = (fine ? suspects : changed).reject { |list, id| harmless?(list, id) }
        [joined(changed - held), @waiting + held]
      end

      def judged(changed) = @judge.call(start(changed), joined(changed), @desk.idle)

      # What no one is in yet opens nothing.
      def harmless?(list, id) = list != "users" && @old[list][id].nil?

      def same?(list, id) = @old[list][id] == @wanted[list][id]

      # The directory there is, with who is new as someone who is in nothing: else no one could be compared.
      def start(changed)
        new = changed.select { |list, id| list == "users" && @old["users"][id].nil? }
        @before.merge("users" => (@before["users"] || []) +
          new.map { |_, id| @wanted["users"][id].slice("id", "name") })
      end

      # The directory there is with some of the changes made.
      def joined(changed)
        lists = @old.to_h { |list, items| [list, items.dup] }
        changed.each do |list, id|
          item = @wanted[list][id]
          item ? lists[list][id] = item : lists[list].delete(id)
        end
        kept(lists)
        # New groups are there in any case, without what they lie within.
        bare(lists, changed)
        @before.merge(lists.transform_values(&:values))
      end

      # What others still name stays.
      def kept(lists)
        NAMING.each do |list, naming|
          gone = @old[list].keys - lists[list].keys
          next if gone.empty?

          named = naming.flat_map { |of, part| lists[of].each_value.flat_map { |item| Array(item[part]) } }
          (gone & named).each { |id| lists[list][id] = @old[list][id] }
        end
      end

      def bare(lists, changed)
        NAMING.each_key do |list|
          (@wanted[list].keys - @old[list].keys).each do |id|
            lists[list][id] ||= @wanted[list][id].except("within") unless changed.include?([list, id])
          end
        end
      end

      def marked
        now = indexed(@document)
        keys = @desk.entries.keys | @held
        keys.to_h { |key| [key, marked_one(key, now)] }
      end

      def marked_one(key, now)
        list, id = key
        entry = @desk.entries[key] || Entry::NONE
        wanted = @wanted[list][id]
        return entry.with(held: false, base: nil, wanted: nil) if now[list][id] == wanted
        return entry if @waiting.include?(key)

        entry.with(held: true, base: @old[list][id], wanted: wanted)
      end
    end
  end
end
