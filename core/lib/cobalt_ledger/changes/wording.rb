# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Says a line of a comparison so that a person can check it.
    class Wording
      # People named one by one at most.
      NAMED = 3

      # policies: the Rules::Policy before and the one after; directory: Directory::Directory for names.
      def initialize(policies, directory)
        @policies = policies
        @directory = directory
        @whole = {}
      end

      # All that a comparison says: sentences, and then what could not be told.
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

      # lines: Array of Line. Returns sentences: what differs only in field or mode is told together.
      def sentences(lines)
        by_field = Merging.of(lines).group_by { |line| line.to_h.except(:field, :example) }.values
        by_field
          .group_by { |same| [same.map(&:field), same[0].to_h.except(:field, :mode, :example)] }
          .map { |(fields, _), found| sentence(found[0][0], fields, found.map { |same| same[0].mode }) }
      end

      # line: Line; fields: identifiers; modes: Array of String. Returns one sentence.
      def sentence(line, fields = [line.field], modes = [line.mode])
        whom = "#{Words.capitalize(who(line.people))} #{Words.list(doing(line))} "
        "#{whom}#{named(line, fields)}#{where(line, modes)}: " \
          "#{answer(line.before)} becomes #{answer(line.after)}#{under(line)}#{span(line)}."
      end

      # What could not be told. undecided: Undecided.
      def undecided(undecided)
        "Not decided: whether #{part(undecided)} differs for #{who(undecided.people)}" \
          "#{where(undecided, [undecided.mode])}."
      end

      # Whom it is about: "everyone", "everyone with the role Courier", "Asha Brandt and Ilka Fenn" or "12 people", and
      # beside them the newcomer. people: Array of identifiers of the population.
      def who(people)
        @whole[people] ||= begin
          newcomer, users = people.partition { |id| id == Directory::User::NEWCOMER.id }
          if users.size == @directory.users.size then newcomer.any? ? "everyone" : "everyone in the directory"
          else
            Words.list([(users_in_words(users) if users.any?),
                        (Words.uncapitalize(Directory::User::NEWCOMER.name) if newcomer.any?)].compact)
          end
        end
      end

      # "Masked (only the last 3 characters kept), begins with “b”". answer: Answer or nil.
      def answer(answer)
        return "not present" if answer.nil?

        level = Access::State::LEVEL_NAMES.fetch(answer.state.level)
        level += " (#{answer.state.mask.words})" if answer.state.mask
        begins, writes = answer.written
        [
          level, begins && "begins with #{value(begins, answer)}", writes && "set to #{value(writes, answer)}",
          *answer.offered.map { |each| "offered #{value(each, answer)}" },
          *answer.refused.map { |_, message| "refused with “#{message}”" }, answer.shown ? nil : "not on the form"
        ].compact.join(", ")
      end

      # ", when Stage is Signed", ", in some records" or "". line: Line.
      def under(line)
        return ", in some records" if line.partly

        line.condition ? ", when #{line.condition}" : ""
      end

      # ", from 1 Jan 2027 00:00 until 31 Mar 2027 23:00 (UTC)". line: Line.
      def span(line)
        told = [line.from && "from #{moment(line.from)}", line.till && "until #{moment(line.till)}"].compact
        told.empty? ? "" : ", #{told.join(' ')} (UTC)"
      end

      private

      # users: Array of identifiers, not of all users.
      def users_in_words(users)
        return Words.list(users.map { |id| @directory.name_of(:user, id) }) if users.size <= NAMED

        kind_of(users) || Words.count(users.size, "person", "people")
      end

      def doing(line)
        told = line.direction
        told = told.empty? ? ["sees something different in"] : told.map { |words| OF.fetch(words, words) }
        return told unless several?(line.people)

        told.map { |words| words.sub(/\A(now |no longer )?\w+/) { |verb| SEVERAL.fetch(verb, verb) } }
      end

      # Is it told of them in the plural?
      def several?(people) = people.size > 1 && !SINGULAR.match?(who(people))

      # What stands for many and takes the verb of one.
      SINGULAR = /\Aeveryone((?! and ).)*\z/

      # Verbs of several people.
      SEVERAL = { "sees" => "see", "finds" => "find", "is" => "are", "gets" => "get", "now finds" => "now find",
                  "no longer finds" => "no longer find", "no longer has" => "no longer have" }.freeze

      MEMBER = { role: "with the role", group: "in the group", department: "in the department", unit: "at" }.freeze

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
      private_constant :MEMBER, :OF, :SEVERAL, :SINGULAR

      def named(line, fields)
        types = @policies.filter_map { |policy| policy.record_type(line.record_type) }
        subjects = fields.map { |id| types.filter_map { |type| type.subject(id) }.last }
        noun = Words.indefinite(types.last.noun)
        return "#{Words.list(subjects.map(&:words), 'or')} #{noun}" if subjects.all? { |each| each.family == :action }
        return noun if subjects.all? { |each| each.family == :record }

        "#{Words.list(subjects.map { |each| called(each) })} of #{noun}"
      end

      # In the middle of a sentence.
      def called(subject) = subject.family == :record ? Words.uncapitalize(subject.name) : subject.name

      def part(undecided)
        type = @policies.filter_map { |policy| policy.record_type(undecided.record_type) }.last
        subject = @policies.filter_map { |policy| policy.record_type(type.id)&.subject(undecided.field) }.last
        "#{called(subject)} of #{Words.indefinite(type.noun)}"
      end

      def where(line, modes)
        told = Words.list(modes.map { |mode| Rules::Sentence::MODES.fetch(mode) }, "or")
        "#{" when #{told}" if modes.size < Decisions::Question::MODES.size}" \
          "#{" through #{channels(line)}" if line.channels.size < Decisions::Question::CHANNELS.size}" \
          "#{" at #{units(line)}" if line.units.size < @directory.owning_units.size}"
      end

      def channels(line) = Words.list(line.channels.map { |each| Rules::Sentence::CHANNELS.fetch(each) }, "or")
      def units(line) = Words.list(line.units.map { |each| @directory.name_of(:unit, each) }, "or")
      def moment(time) = time.getutc.strftime("%-d %b %Y %H:%M")

      def value(source, answer) = source == :blank ? "a blank" : answer.operands.fetch(source).words(@directory)

      # All of a role, group, department or unit.
      def kind_of(people)
        @places ||= @directory.users.each_with_index.to_h { |user, place| [user.id, place] }
        members[@directory.crowds.set(people.map { |id| @places.fetch(id) })]
      end

      # Hash of set of users to what they are together.
      def members
        nodes = { role: @directory.roles, group: @directory.groups, department: @directory.departments,
                  unit: @directory.units }
        @members ||= nodes.flat_map { |kind, list| list.map { |node| [kind, node] } }.reverse.to_h do |kind, node|
          member = Directory::Audience::Member.new(kind, node.id)
          [@directory.crowds.of(Directory::Audience.new(any: [member])), "everyone #{MEMBER.fetch(kind)} #{node.name}"]
        end
      end
    end
  end
end
