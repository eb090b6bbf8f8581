# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Says a line of a comparison so that a person can check it.
    class Wording
      # People named one by one at most.
      NAMED = 3
      BLANKS = { blank: "a blank", blank_at_once: "a blank at once" }.freeze
      private_constant :BLANKS

      # policies: the Rules::Policy before and the one after; directory: Directory::Directory for names.
      def initialize(policies, directory)
        @policies = policies
        @directory = directory
        @whole = {}
      end

      # All that a comparison says: sentences, and then what could not be decided.
      # lines: Array of Line; undecided: Array of Undecided.
      def told(lines, undecided) = sentences(lines) + not_told(undecided)

      # undecided: Array of Undecided. Returns sentences.
      def not_told(undecided) = Merging.of(undecided).map { |each| undecided(each) }

      # That there are people who are not compared: a sentence, or nil. strangers: as Comparison#strangers.
      def not_compared(strangers)
        told = strangers.zip(%w[gone new]).reject { |people, _| people.empty? }
        return nil if told.empty?

        counts = told.map { |people, words| "#{Words.count(people.size, 'person', 'people')} #{words}" }
        "Not compared, because they exist on one side only: #{Words.list(counts)}."
      end

      # lines: Array of Line. Returns sentences, one for each of their rows.
      def sentences(lines) = rows(Merging.of(lines)).map { |row| row(row) }

      # lines: Array of Line, merged. Returns an Array of Row.
      def rows(lines) = Row.of(lines) { |line| kind(line) }

      # row: Row. Returns one sentence.
      def row(row)
        line = row.line
        whom = "#{who(row.people)} #{Words.list(doing(row.direction, row.people))} "
        told = "#{whom}#{named(row)}#{where(line, row.modes)}: #{change(line)}" \
               "#{', in some records' if line.partly}#{span(line)}."
        row.shared.empty? ? Words.capitalize(told) : "When #{row.shared.join(' and ')}, #{told}"
      end

      # line: Line. Returns one sentence.
      def sentence(line) = row(Row.new([Row::Entry.new([line])], line.asks, line.people))

      # What of a row holds for one of its fields only: Array of words. entry: Row::Entry.
      def qualified(row, entry)
        line = entry.line
        [
          *different(line, row.line),
          (only(line.people) if line.people.size < row.people.size),
          *(line.asks - row.shared).map { |asks| "when #{asks.gsub(' (or is blank)', ' or is blank')}" }
        ].compact
      end

      # What becomes of one field of a row, where it is not the same as of most.
      def different(line, most)
        return [] if [line.before, line.after] == [most.before, most.after]

        [line.before == most.before ? "becomes #{answer(line.after)}" : change(line)]
      end

      # line: Line. "Read-only becomes Editable"; where the level stays, only of what does not.
      def change(line)
        before, after = [line.before, line.after].map { |answer| parts(answer) }
        before, after = [before - after, after - before] if before[0] == after[0] && before.to_set != after.to_set
        return "now #{after.join(', ')}" if before.empty?

        after.empty? ? "no longer #{before.join(', ')}" : "#{before.join(', ')} becomes #{after.join(', ')}"
      end

      # What could not be decided. undecided: Undecided.
      def undecided(undecided)
        "Not decided: whether #{part(undecided)} differs for #{who(undecided.people)}" \
          "#{where(undecided, [undecided.mode])}."
      end

      # Whom it is about: "everyone", "everyone with the role Courier", "Asha Brandt and Ilka Fenn" or "A, B, C and 9
      # others", with the newcomer where that is one of them. people: Array of identifiers of the population.
      def who(people) = @whole[people] ||= whom(people)

      # "Masked (only the last 3 characters kept), begins with “b”". answer: Answer or nil.
      def answer(answer) = parts(answer).join(", ")

      # ", from 1 Jan 2027 00:00 until 31 Mar 2027 23:00 (UTC)". line: Line.
      def span(line)
        told = [line.from && "from #{moment(line.from)}", line.till && "until #{moment(line.till)}"].compact
        told.empty? ? "" : ", #{told.join(' ')} (UTC)"
      end

      private

      # What an answer says, the level first.
      def parts(answer)
        return ["not present"] if answer.nil?

        level = Access::State::LEVEL_NAMES.fetch(answer.state.level)
        level += " (#{answer.state.mask.words})" if answer.state.mask
        begins, writes = answer.written
        [
          level, begins && "begins with #{value(begins, answer)}", writes && "set to #{value(writes, answer)}",
          *answer.offered.map { |each, note| "offered #{value(each, answer)}#{" with the note “#{note}”" if note}" },
          *answer.refused.map { |_, message| "refused with “#{message}”" }, answer.shown ? nil : "not on the form"
        ].compact
      end

      def whom(people)
        newcomer, users = people.partition { |id| id == Directory::User::NEWCOMER.id }
        return newcomer.any? ? "everyone" : "everyone in the directory" if users.size == @directory.users.size
        return Words.uncapitalize(Directory::User::NEWCOMER.name) if users.empty?
        return in_words(users) if newcomer.empty?

        outside = common.outside(users) and return "everyone #{outside}"
        "#{in_words(users)}, and #{Words.uncapitalize(Directory::User::NEWCOMER.name)}"
      end

      # users: Array of identifiers, not of all users, at least one.
      def in_words(users)
        return Words.list(names(users)) if users.size <= NAMED

        common.words(users) || common.outside(users)&.then { |outside| "everyone in the directory #{outside}" } ||
          Words.some(names(users.first(NAMED)), users.size, "others")
      end

      def common = @common ||= InCommon.new(@directory)

      def names(users) = users.map { |id| @directory.name_of(:user, id) }

      def doing(direction, people)
        told = direction
        told = told.empty? ? ["sees something different in"] : told.map { |words| OF.fetch(words, words) }
        return told unless several?(people)

        told.map { |words| words.sub(/\A(now |no longer )?\w+/) { |verb| SEVERAL.fetch(verb, verb) } }
      end

      # Is it told of them in the plural?
      def several?(people)
        users = people - [Directory::User::NEWCOMER.id]
        return false if people.size == 1 || users.size == @directory.users.size

        !who(people).start_with?("everyone") || who(people).include?(", and ")
      end

      BESIDE_FIELDS = %i[action record].freeze

      # Verbs of several people.
      SEVERAL = { "sees" => "see", "finds" => "find", "is" => "are", "gets" => "get", "now finds" => "now find",
                  "no longer finds" => "no longer find", "no longer has" => "no longer have" }.freeze

      # Words that stand before the name of a field.
      OF = {
        "sees more" => "sees more of", "sees less" => "sees less of", "may change more" => "can now edit",
        "may change less" => "can no longer edit", "must fill more" => "must now fill in",
        "must fill less" => "no longer has to fill in", "is refused more" => "is refused more saves because of",
        "is refused less" => "is refused fewer saves because of", "may do more" => "can now",
        "may do less" => "can no longer", "is masked otherwise" => "sees a different part of",
        "holds another value" => "gets a different value in",
        "is offered another value" => "gets a different suggestion for"
      }.freeze
      private_constant :BESIDE_FIELDS, :OF, :SEVERAL

      def named(row)
        type = @policies.filter_map { |policy| policy.record_type(row.line.record_type) }.last
        subjects = row.fields.map { |id| subject(type.id, id) }
        noun = Words.indefinite(type.noun)
        return noun if subjects.all? { |each| each.family == :record }

        if subjects.all? { |each| each.family == :action }
          return "#{Words.list(beside(row, subjects.map(&:words)), 'or')} #{noun}"
        end

        "#{Words.list(beside(row, subjects.map { |each| called(each) }))} of #{noun}"
      end

      # Fields, actions and whole records are each spoken of in their own way.
      def kind(line) = [subject(line.record_type, line.field).family] & BESIDE_FIELDS

      # "Registrar only".
      def only(people)
        role = who(people)[/\Aeveryone with the role (.+)\z/, 1]
        role ? "#{role} only" : "only for #{who(people)}"
      end

      # Names with what holds for one of them only.
      def beside(row, names)
        row.entries.zip(names).map do |entry, name|
          told = qualified(row, entry)
          told.empty? ? name : "#{name} (#{told.join('; ')})"
        end
      end

      # A field, an action or the whole record.
      def subject(type, id) = @policies.filter_map { |policy| policy.record_type(type)&.subject(id) }.last

      # In the middle of a sentence.
      def called(subject) = subject.family == :record ? Words.uncapitalize(subject.name) : subject.name

      def part(undecided)
        type = @policies.filter_map { |policy| policy.record_type(undecided.record_type) }.last
        "#{called(subject(type.id, undecided.field))} of #{Words.indefinite(type.noun)}"
      end

      def where(line, modes)
        told = Words.list(modes.map { |mode| Rules::Sentence::MODES.fetch(mode) }, "or")
        "#{" while #{told}" if modes.size < Decisions::Question::MODES.size}" \
          "#{" through #{channels(line)}" if line.channels.size < Decisions::Question::CHANNELS.size}" \
          "#{" at #{units(line)}" if line.units.size < @directory.owning_units.size}"
      end

      def channels(line) = Words.list(line.channels.map { |each| Rules::Sentence::CHANNELS.fetch(each) }, "or")
      def units(line) = Words.list(line.units.map { |each| @directory.name_of(:unit, each) }, "or")
      def moment(time) = time.getutc.strftime("%-d %b %Y %H:%M")

      def value(source, answer) = BLANKS[source] || answer.operands.fetch(source).words(@directory)
    end
  end
end
