# frozen_string_literal: true

module CobaltLedger
  module Rules
    # Points out a title that no longer says what its rule does: one that speaks of an effect the rule has not, or of
    # a field that the rule does not touch.
    module TitleCheck
      # Words that speak of an effect, and the effects that keep their promise.
      PROMISES = {
        /\b(hid(e|es|den|ing)|unseen|invisible)\b/i => %w[hide],
        /\b(mask(s|ed|ing)?|covered)\b/i => %w[mask],
        /\b(un-?lock(s|ed|ing)?|opens?|editable)\b/i => %w[unlock],
        /(?<!un|un-)\b(lock(s|ed|ing)?|frozen|fixed|read-only)\b/i => %w[lock],
        /\b(require[sd]?|mandatory|must be filled)\b/i => %w[require],
        /\b(optional)\b/i => %w[make_optional],
        /\b(suggest(s|ed|ion)?)\b/i => %w[suggest],
        /\b(refuse[sd]?)\b/i => %w[refuse],
        /\b(clear(s|ed)?|emptied)\b/i => %w[clear hide]
      }.freeze
      DOING = {
        "hide" => "hiding",
        "mask" => "masking",
        "lock" => "locking",
        "unlock" => "opening",
        "require" => "requiring",
        "make_optional" => "making optional",
        "suggest" => "a suggestion",
        "refuse" => "refusing",
        "clear" => "clearing"
      }.freeze

      module_function

      # rule: Rule; record_type: Catalogue::RecordType. Array of String, empty when the title fits.
      def remarks(rule, record_type)
        given = (rule.effects + rule.otherwise).map { |effect| effect.class.registered_name }
        promised =
          PROMISES
            .select { |words, effects| rule.title.match?(words) && !given.intersect?(effects + %w[allow deny]) }
            .map { |_, effects| "The title mentions #{DOING.fetch(effects.first)}, but the rule doesn’t do that." }
        promised + (given.intersect?(%w[allow deny]) ? [] : opposite(rule.title, given)) +
          fields_named(rule, record_type).map do |field|
            "The title names #{field.name}, but the rule doesn’t use it."
          end
      end

      SEEN = /\b(see(s|n)?|show(s|n|ing)?|visible|reveal(s|ed)?)\b/i
      CHANGED = /\b(edit(s|ed)?|change(s|d)?|fill(s|ed)?|editable)\b/i
      DENIED = /\b(not|never|no longer|nobody|cannot)\b|n['’]t\b/i

      # What is said where the title means the opposite: [does the title speak of it?, effects that do it, effects that
      # do the opposite, what the title speaks of, what the rule does].
      OPPOSITES = [
        [->(title) { title.match?(SEEN) && !title.match?(DENIED) }, %w[show mask], %w[hide], "showing", "hides"],
        [->(title) { title.match?(SEEN) && title.match?(DENIED) }, %w[hide mask], %w[show], "hiding", "shows"],
        [->(title) { title.match?(CHANGED) && title.match?(/\b(may|can)\b/i) && !title.match?(DENIED) },
         %w[unlock show], %w[lock hide], "editing", "shuts"],
        [->(title) { title.match?(CHANGED) && title.match?(DENIED) }, %w[lock hide mask refuse], %w[unlock],
         "preventing editing", "opens"]
      ].freeze

      # Titles that say the opposite of what the rule does. given: names of its effects.
      def opposite(title, given)
        OPPOSITES.filter_map do |spoken, kept, against, speaks, does|
          next unless spoken.call(title) && given.intersect?(against) && !given.intersect?(kept)

          "The title mentions #{speaks}, and the rule #{does}."
        end
      end

      # Fields whose whole name stands in the title though the rule has nothing to do with them.
      def fields_named(rule, record_type)
        mine =
          record_type.fields.select do |field|
            rule.targets?(field) || rule.condition&.reads&.any? { |key| key.include?(field.id) }
          end
        # "Condition" is not meant where the rule is about "Condition out".
        longest = record_type.fields.sort_by { |field| -field.name.size }
        left = rule.title.dup
        named = longest.select { |field| left.gsub!(/\b#{Regexp.escape(field.name)}\b/i, " ") }
        named.reject do |field|
          mine.include?(field) || mine.any? { |own| own.name.downcase.include?(field.name.downcase) }
        end
      end
      private_class_method :fields_named, :opposite
    end
  end
end
