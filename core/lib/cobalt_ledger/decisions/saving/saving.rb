# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Judges a save. The server decides again; what a browser believed counts for nothing.
    class Saving
      # One reason for turning a save down. field: identifier, or nil when it is about the whole form; kind: "hidden",
      # "masked", "locked", "required", "unsuitable", "unknown", "refused", "unsettled" or "denied"; rules: Array of
      # Rules::Contribution; words: for people who know the rules; plain: for those who don't.
      Refusal = Struct.new(:field, :kind, :words, :rules, :plain, keyword_init: true) do
        def initialize(plain: nil, **rest) = super(plain: plain || rest[:words], **rest)
      end

      # accepted: true or false; stored: Hash of JSON values to store; refusals: Array of Refusal; aside: Array of
      # Typing::Aside, what was typed and is not stored.
      Verdict = Struct.new(:accepted, :stored, :refusals, :decision, :aside, keyword_init: true)

      # meets: answers call(record type identifier, number) with whether there is a record that whoever saves could
      # refer to; nil where any that there is will do.
      def initialize(engine, meets: nil)
        @engine = engine
        @meets = meets
      end

      # question: Question with the stored values (create or edit); changes: Hash of identifier to JSON value,
      # only what the client changed. Returns a Verdict; nothing is stored.
      def judge(question, changes)
        start = @engine.decide(question)
        refusals = closed_to(start) + unsuitable(start, changes)
        # The others are judged all the same, so that everything that is wrong is told at once.
        form = TypedForm.new(@engine, question.with(entered: changes.except(*refusals.map(&:field))), start: start)
        typing = form.typing
        return untouched(question, start) if typing.changes.empty? && refusals.empty? && question.mode != "create"

        decision = form.decision
        refusals = cleared_up(refusals, decision, typing)
        refusals += forbidden(question, typing)
        refusals += unsettled(decision) + missing(decision, typing.kept, refusals) + objections(decision)
        refusals += Denial.of(decision, "create", "save")
        return refused(question, refusals, decision) if refusals.any?

        Verdict.new(
          accepted: true, stored: final(question, typing.kept, decision), refusals: [], decision: decision,
          aside: typing.aside
        )
      end

      # What keeps a record from being saved as it is, whatever else is changed: Array of Refusal. decision: in edit
      # mode with nothing typed.
      def obstacles(decision)
        Denial.of(decision, "create", "save") + unsettled(decision) + missing(decision, {}, []) + objections(decision)
      end

      private

      # Someone to whom every field of a new record is closed has nothing to create.
      def closed_to(start)
        return [] unless start.question.mode == "create" && start.fields.values.none?(&:open?)

        type = start.question.record_type
        [
          Refusal.new(
            field: nil, kind: "locked", rules: [],
            words: "No field of a new #{type.noun} can be edited by you, so you can’t create one"
          )
        ]
      end

      # A save that changes nothing leaves everything as it is, whatever rules would write by now.
      def untouched(question, decision)
        Verdict.new(accepted: true, stored: question.stored, refusals: [], decision: decision, aside: [])
      end

      # What can't be read matters no more where its field has closed since.
      def cleared_up(refusals, decision, typing)
        refusals.reject do |refusal|
          next false unless refusal.kind == "unsuitable" && !decision[refusal.field].open?

          influences = Influences.new(decision.plan, typing.changes.keys | [refusal.field])
          typing.aside << Typing::Aside.of(decision, refusal.field) if influences.influenced?(refusal.field)
        end
      end

      def refused(question, refusals, decision = nil)
        Verdict.new(accepted: false, stored: question.stored, refusals: refusals, decision: decision, aside: [])
      end

      # What was stored and changed, and what rules wrote over it.
      def final(question, changes, decision)
        written = decision.settled.written.to_h { |id, write| [id, question.record_type.field(id).dump(write.value)] }
        question.stored.merge(changes, written)
      end

      def unsettled(decision)
        return [] if decision.loop.empty?

        rules = decision.loop.uniq(&:id)
        [
          Refusal.new(
            field: nil, kind: "unsettled", rules: rules,
            words: "The rules contradict each other: #{Blame.list(rules)} keep changing values back and forth",
            plain: "The rules contradict each other: #{Blame.titles(rules)} keep changing values back and forth"
          )
        ]
      end

      # What rules hold against the save, each told once at each place.
      def objections(decision)
        decision.objections.map do |each|
          doubt = each.in_doubt ? " (its condition can’t be evaluated, so it applies)" : ""
          Refusal.new(
            field: each.field&.id, kind: "refused", rules: [each.contribution], words: "#{each.message}#{doubt}"
          )
        end
      end

      def unsuitable(start, changes)
        type = start.question.record_type
        changes.filter_map do |id, raw|
          field = type.field(id)
          unless field
            next Refusal.new(field: id, kind: "unknown", words: "#{type.name} has no field “#{id}”", rules: [])
          end

          problem = unsuited(start, field, field.parse(raw))
          problem && Refusal.new(field: id, kind: "unsuitable", words: "#{field.name}: #{problem}", rules: [])
        rescue Catalogue::Kind::Unsuitable => e
          Refusal.new(field: id, kind: "unsuitable", words: "#{field.name} #{e.message}", rules: [])
        end
      end

      # What is wrong with a value of the right kind, or nil: options that are retired, a record that there is not.
      def unsuited(start, field, value)
        before = seen(start, field)
        picked = field.newly_retired(value, before)
        return "#{Words.list(picked.map(&:name))} is no longer available" if picked.any?
        return nil if field.family != :reference || value.nil? || value == before

        "there is no record “#{value}” to refer to" unless there?(start, field.refers_to, value)
      end

      def there?(start, type, number)
        return @meets.call(type, number) if @meets

        related = start.question.related
        related.nil? || !related.call(type, number).nil?
      end

      # What is stored in a field, where it is seen: what is not must not be found out by trying.
      def seen(start, field)
        return nil if start[field.id].hidden? || start[field.id].masked?

        value = Values.read(field, start.question.stored[field.id])
        value.is_a?(Conditions::Unreadable) ? nil : value
      end

      # Fields that no order of the changes could have reached while they were open.
      def forbidden(question, typing)
        typing.refused.map do |id, decision, result|
          name = question.record_type.field(id).name
          next tangled(id, name) if typing.gave_up?

          kind = Typing.kind(decision)
          refusal(id, kind, "#{name} can't be #{kind == 'hidden' ? 'set' : 'changed'}: it is #{kind}", result)
        end
      end

      def tangled(id, name)
        Refusal.new(
          field: id,
          kind: "locked",
          rules: [],
          words:
            "#{name}: these changes depend on each other too closely to be saved together; save them one after " \
            "the other"
        )
      end

      def missing(decision, changes, refusals)
        named = refusals.map(&:field)
        decision.fields.filter_map do |id, field|
          next if !field.required? || named.include?(id) || !decision.values[id].nil?

          words =
            if changes.key?(id)
              "#{field.field.name} is required and can’t be cleared"
            else
              "#{field.field.name} is required"
            end
          refusal(id, "required", "#{words}#{off_form(decision.question, field.field)}", decision.result(id))
        end
      end

      # A field that is needed and not there to be filled.
      def off_form(question, field)
        form = question.form
        if form && question.channel == "form" && !form.fields.include?(field)
          " (it is not on the form “#{form.name}”)"
        else
          ""
        end
      end

      def refusal(id, kind, words, result)
        rules = Blame.rules(result, kind)
        Refusal.new(
          field: id, kind: kind, rules: rules, plain: rules.empty? ? words : "#{words} (#{Blame.titles(rules)})",
          words: "#{words}#{rules.empty? ? " (#{Blame.otherwise(result)})" : ", by rule #{Blame.list(rules)}"}"
        )
      end
    end
  end
end
