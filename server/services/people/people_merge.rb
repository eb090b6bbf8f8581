# frozen_string_literal: true

module Server
  # Brings what a file says of people together with the directory there is. What the file is complete for is said
  # before: for that, what it does not hold is taken away; of everything else it only adds and changes.
  class PeopleMerge
    # Memberships of the people in the file; their attributes; who there is; and which roles, groups, departments and
    # units there are.
    MEMBERSHIPS = %w[roles groups department units].freeze
    ALL = (MEMBERSHIPS + %w[attributes people lists]).freeze

    NODES = %w[roles groups departments units].freeze

    # What a file is taken to be complete for where nothing is said: the memberships of the people in it, as far as its
    # mapping speaks of them. kind: of the file; mapping: of an LDIF file, or nil for the usual one.
    def self.usual(kind, mapping)
      return MEMBERSHIPS unless kind == "people-ldif" && mapping

      MEMBERSHIPS.select { |part| part == "groups" ? mapping.key?("group") : mapping.dig("user", part) }
    end

    # before, file: directory documents; complete: Array of ALL.
    def initialize(before, file, complete)
      @before = before
      @file = file
      @complete = complete
    end

    # The directory document that comes of it.
    def document
      lists =
        NODES.to_h do |list|
          [list, merged(list, drop: @complete.include?("lists")) { |known, item| known.merge(said(item)) }]
        end
      CobaltLedger::Formats::DirectoryJson.empty.merge(
        lists, "users" => merged("users", drop: @complete.include?("people")) { |known, item| person(known, item) }
      )
    end

    private

    def merged(list, drop:)
      known = (@before[list] || []).to_h { |item| [item["id"], item] }
      found =
        (@file[list] || []).to_h { |item| [item["id"], known[item["id"]] ? yield(known[item["id"]], item) : item] }
      drop ? found.values : known.merge(found).values
    end

    # What the file says; what it leaves out or empty it does not speak of.
    def said(item) = item.reject { |_, value| value.respond_to?(:empty?) && value.empty? }

    def person(known, item)
      emptied = MEMBERSHIPS.select { |part| @complete.include?(part) }
      kept = known.except(*emptied)
      kept = kept.except("attributes") if @complete.include?("attributes")
      kept.merge(said(item)) { |_, old, new| new.is_a?(Hash) ? old.merge(new) : joined(old, new) }
    end

    # Of a list that the file is not complete for, everything stays.
    def joined(old, new) = new.is_a?(Array) ? old | new : new
  end
end
