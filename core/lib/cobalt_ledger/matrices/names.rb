# frozen_string_literal: true

module CobaltLedger
  module Matrices
    # What headings mean: fields, or whoever a column is about, by their names as people write them. Immutable.
    class Names
      # known: Hash of what is meant, such as "role:courier", to Array of its names, the one that it is called by first;
      # given: Hash of heading to what it means, "" for a heading that is to be left out.
      def initialize(known, given = {})
        @title = known.transform_values(&:first).freeze
        @keys = Hash.new { |found, name| found[name] = [] }
        known.each { |key, names| names.uniq { |name| fold(name) }.each { |name| @keys[fold(name)] << key } }
        @given = given.to_h { |heading, key| [fold(heading), key] }.freeze
        @keys.default = [].freeze
        freeze
      end

      # Those who can be a column: all of a directory, and everyone.
      def self.audiences(directory, given = {})
        known = %i[role group department unit user].flat_map do |kind|
          list = kind == :user ? directory.users : directory.public_send(:"#{kind}s")
          list.map do |item|
            name = directory.name_of(kind, item.id)
            ["#{kind}:#{item.id}", [name, item.name, item.id, "#{kind}: #{item.name}", "#{kind} #{item.name}"]]
          end
        end
        new(known.to_h.merge("everyone:" => ["Everyone", "Everyone else", "All", "All users", "Anyone", "Others"]),
            given)
      end

      # The fields of a record type that are in use. type: Catalogue::RecordType.
      def self.fields(type, given = {})
        new(type.fields.reject(&:retired?).to_h { |field| [field.id, [field.name, field.id]] }, given)
      end

      # What a heading means; nil where it is not known, is to be left out, or means several. kind: the one to take of
      # several, such as "role".
      def key(heading, kind: nil)
        folded = fold(heading)
        given = @given[folded]
        return (given if @title.key?(given)) if given

        keys = @keys[folded]
        keys = keys.select { |key| key.start_with?("#{kind}:") } if kind && keys.size > 1
        keys.first if keys.one?
      end

      # The kind that most of some headings are of, "role", or nil: what one heading leaves open, the others tell.
      def usual_kind(headings)
        headings.filter_map { |heading| key(heading)&.[](/\A\w+(?=:)/) }.tally.max_by { |_, count| count }&.first
      end

      # Is a heading to be left out?
      def left_out?(heading) = @given[fold(heading)] == ""

      # Several that a heading may mean, or that are called nearly so: Array of [key, name].
      def proposals(heading)
        folded = fold(heading)
        keys = @keys[folded]
        if keys.empty?
          keys = DidYouMean::SpellChecker.new(dictionary: @keys.keys).correct(folded).flat_map do |name|
            @keys[name]
          end
        end
        keys.uniq.first(5).map { |key| [key, @title[key]] }
      end

      # The name of what is meant.
      def title(key) = @title[key]

      # All that can be meant: Array of keys.
      def all = @title.keys

      private

      # Neither capitals nor signs between words count.
      def fold(text) = text.to_s.unicode_normalize(:nfkc).downcase(:fold).gsub(/[^\p{L}\p{M}\p{N}]+/, " ").strip
    end
  end
end
