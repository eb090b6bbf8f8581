# frozen_string_literal: true

module Server
  # Writes messages, each for one reader and through that reader's own decision: what a reader may not see of a record
  # is not in it, and who may not open the record is not told which one it is.
  class Outbox
    # Readers of one message at most.
    MOST = 50

    # state: PolicyStore::Compiled.
    def initialize(state)
      @state = state
    end

    # A record was locked by hand: to those who could unlock it.
    def locked(record, by, reason)
      readers = able(record, "unlock")
      send_to(readers, "lock", record, "locked by #{by}", reason)
    end

    # A whole record was revealed: to everyone in the group that the policy names.
    def emergency(record, by, reason)
      readers = @state.directory.within(:group, @state.policy.limits.emergency_group)
      send_to(readers, "emergency", record, "revealed as a whole to #{by}", reason)
    end

    # Refusals that someone is told of within an hour, and seconds within which the same is not told again: no one is
    # to fill another's messages by asking.
    REFUSALS = 20
    SAME = 600

    # Something was refused to a program: to the people named. words: as they were answered.
    def refused(people, program, type, number, words)
      record = number && Record.find_by(record_type: type, number: number)
      Message.transaction do
        unlike = people.reject { |person| told_enough?(person, words) }
        send_to(unlike, "refusal", record, "refused to #{program}", words)
      end
    end

    # The day by which a rule was to be reviewed has come: to its owner, once for each such day. rule: a Rule.
    def review_due(rule)
      return unless rule.owner && @state.directory.find(:user, rule.owner)

      subject = "“#{rule.title}” is due for review by #{rule.review_by}"[0, 300]
      Message.transaction do
        known = { kind: "review_due", person: rule.owner, subject: subject }
        next if Message.exists?(known)

        Message.create!(at: Time.now, body: "The rule stays in force. Review it and set a new date.", **known)
      end
    end

    # A change set is ready to be read: to those who may approve. by: Account; words: what they said to it.
    def approval_asked(set, by, words)
      readers = Account.all.select { |each| each.may?(:approve) && each.id != by.id }.filter_map(&:person)
      tell(readers, "approval", "“#{set.name}” waits for approval", ["Asked for by #{by.name}.", words])
    end

    # A sign-in has become able to approve, or one that can was changed: to all others who may. account: that
    # sign-in; by: Account; what: as of SignInChange::WHAT.
    def sign_in_changed(account, by, what)
      readers = Account.all.select { |each| each.may?(:approve) && ![account.id, by.id].include?(each.id) }
      done = what.include?("made") ? "made" : "changed"
      tell(readers.filter_map(&:person), "sign_in", "Sign-in “#{account.login}” was #{done} by #{by.name}",
           ["It may approve changes. It can’t sign until an administrator other than #{by.name} agrees to it. " \
            "Go to People, Sign-ins."])
    end

    # A change set is to be mended: to those who had a hand in it.
    def sent_back(set, by, words)
      tell(hands(set), "sent_back", "“#{set.name}” was sent back by #{by.name}", [words])
    end

    # A change set could not take force at its moment: to who set it.
    def not_published(set, account, words)
      tell([account.person], "not_published", "“#{set.name}” was not published", [words])
    end

    # Any message about a record. fields: identifiers whose values are told to those who may see them.
    def send_to(people, kind, record, what, reason, fields: [])
      people.uniq.first(MOST).each { |person| write(person, kind, record, what, reason, fields) }
    end

    # Identifiers of people who may do something to a record. key: of an action.
    def able(record, key)
      type = @state.policy.record_type(record.record_type)
      @state.directory.users.reject(&:program?).lazy.map(&:id).select do |id|
        visitor = Visitor.new(id)
        @state.engine.decide(visitor.question(type, record, "view")).action(key).allowed?
      end.first(MOST)
    end

    private

    def told_enough?(person, words)
      known = Message.where(kind: "refusal", person: person)
      known.where(at: (Time.now - 3_600)..).count >= REFUSALS ||
        known.where(at: (Time.now - SAME)..).exists?(["instr(body, ?) > 0", words.to_s[0, 200]])
    end

    def tell(people, kind, subject, lines)
      body = lines.reject { |line| line.to_s.empty? }.join("\n")
      people.compact.uniq.first(MOST).each do |person|
        Message.create!(at: Time.now, kind: kind, person: person, subject: subject[0, 300], body: body)
      end
    end

    def hands(set)
      ids = set.edits.flat_map(&:hands).filter_map { |key| key[/\Aaccount-(\d+)\z/, 1] }
      Account.where(id: ids).filter_map(&:person)
    end

    def write(person, kind, record, what, reason, fields)
      return unless @state.directory.find(:user, person)

      seen = record && seen_by(person, record, fields)
      name = seen ? seen.first : "A record you can’t open"
      told = [reason.to_s.empty? ? nil : "Reason: #{reason}", *seen&.last].compact
      Message.create!(
        at: Time.now, kind: kind, person: person, subject: "#{name} was #{what}"[0, 300], body: told.join("\n"),
        record_type: seen ? record.record_type : nil, number: seen ? record.number : nil
      )
    end

    # [what the record is called, lines about its fields] as a reader may see them; nil where they may not open it.
    def seen_by(person, record, fields)
      type = @state.policy.record_type(record.record_type) or return nil
      visitor = Visitor.new(person)
      return nil unless visitor.opens?(type, record, "view")

      decision = @state.engine.decide(visitor.question(type, record, "view"))
      lines = fields.filter_map do |id|
        words = FormView.new(decision, @state.directory).words(type.field(id))
        "#{type.field(id).name}: #{words}" if words
      end
      ["#{type.name} #{record.number}", lines]
    end
  end
end
