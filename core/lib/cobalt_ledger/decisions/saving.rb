# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Judges a save. The server decides again; what a browser believed counts for nothing.
    class Saving
      # One reason for turning a save down. field: identifier, or nil when it is about the whole form; kind: "hidden",
      # "masked", "locked", "required", "unsuitable", "unknown", "refused" or "unsettled"; rules: Array of {"id", "number", "title"}; words: for people.
      Refusal = Struct.new(:field, :kind, :words, :rules, keyword_init: true)

      # accepted: true or false; stored: Hash of JSON values to store; refusals: Array of Refusal.
      Verdict = Struct.new(:accepted, :stored, :refusals, :decision, keyword_init: true)

      # Decisions made at most while looking for an order of the changes.
      BUDGET = 4_000

      def initialize(engine)
        @engine = engine
      end

      # question: Question with the stored values (create or edit); changes: Hash of identifier to JSON value,
      # only what the client changed. Returns a Verdict; nothing is stored.
      def judge(question, changes)
        refusals = unreadable(question.record_type, changes)
        # The others are judged all the same, so that everything that is wrong is told at once.
        changes = real_changes(question, changes.except(*refusals.map(&:field)))
        refusals += forbidden(question, changes)
        decision = @engine.decide(question.with(entered: changes))
        refusals += unsettled(decision) + missing(decision, changes, refusals) + objections(decision)
        return refused(question, refusals, decision) if refusals.any?

        Verdict.new(accepted: true, stored: final(question, changes, decision), refusals: [], decision: decision)
      end

      private

      def refused(question, refusals, decision = nil)
        Verdict.new(accepted: false, stored: question.stored, refusals: refusals, decision: decision)
      end

      # What was stored and changed, and what rules wrote over it.
      def final(question, changes, decision)
        written = decision.settled.written.to_h { |id, write| [id, question.record_type.field(id).dump(write.value)] }
        question.stored.merge(changes, written)
      end

      def unsettled(decision)
        return [] if decision.loop.empty?

        rules = decision.loop.map { |each| named(each) }.uniq
        [Refusal.new(field: nil, kind: "unsettled", rules: rules, words: "The form does not settle: #{list(rules)} change its values back and forth without end")]
      end

      # What rules hold against the save, each told once at each place.
      def objections(decision)
        decision.objections.map do |each|
          doubt = each.in_doubt ? " (its condition can't be evaluated, so it counts)" : ""
          Refusal.new(field: each.field&.id, kind: "refused", rules: [named(each.contribution)], words: "#{each.message}#{doubt}")
        end
      end

      def named(contribution) = { "id" => contribution.id, "number" => contribution.number, "title" => contribution.title }
      def list(rules) = Words.list(rules.map { |rule| "#{rule['number']} #{rule['title']}" })

      def unreadable(record_type, changes)
        changes.filter_map do |id, raw|
          field = record_type.field(id)
          next Refusal.new(field: id, kind: "unknown", words: "#{record_type.name} has no field “#{id}”", rules: []) unless field

          field.parse(raw)
          nil
        rescue Catalogue::Kind::Unsuitable => e
          Refusal.new(field: id, kind: "unsuitable", words: "#{field.name} #{e.message}", rules: [])
        end
      end

      # Changes that leave the stored value as it is are no changes; but writing a value into a field one can't see
      # is judged even when it happens to be the stored one, or a program could guess a hidden value by trying.
      def real_changes(question, changes)
        start = @engine.decide(question)
        changes.reject do |id, raw|
          field = question.record_type.field(id)
          seen = !start[id].hidden? && !start[id].masked?
          # Emptying what a rule filled in is a change, though nothing is stored yet.
          seen && !start.settled.written.key?(id) && Values.read(field, question.stored[id]) == field.parse(raw)
        end
      end

      # Fields that no order of the changes could have reached while they were open.
      def forbidden(question, changes)
        order = ChangeOrder.new(@engine, question, changes, BUDGET)
        stuck = order.stuck
        stuck.map do |id, decision, account|
          name = question.record_type.field(id).name
          next tangled(id, name) if order.gave_up?
          next refusal(id, "hidden", "#{name} can't be set: it is hidden", account) if decision.hidden?

          kind = decision.masked? ? "masked" : "locked"
          refusal(id, kind, "#{name} can't be changed: it is #{kind}", account)
        end
      end

      def tangled(id, name)
        Refusal.new(field: id, kind: "locked", rules: [],
                    words: "#{name}: these changes depend on each other too closely to be judged in one save; save them one after the other")
      end

      def missing(decision, changes, refusals)
        named = refusals.map(&:field)
        decision.fields.filter_map do |id, field|
          next if !field.required? || named.include?(id) || !decision.values[id].nil?

          account = account_of(decision.question, id)
          words = changes.key?(id) ? "#{field.field.name} is required and can't be emptied" : "#{field.field.name} is required"
          refusal(id, "required", "#{words}#{off_form(decision.question, field.field)}", account)
        end
      end

      # A field that is needed and not there to be filled.
      def off_form(question, field)
        form = question.form
        form && question.channel == "form" && !form.fields.include?(field) ? " (it is not on the form “#{form.name}”)" : ""
      end

      def refusal(id, kind, words, account)
        rules = Blame.rules(account, kind)
        Refusal.new(field: id, kind: kind, rules: rules,
                    words: "#{words}#{rules.empty? ? " (#{Blame.otherwise(account)})" : ", by rule #{list(rules)}"}")
      end

      def account_of(question, id)
        @engine.decide(question, reasoning: [id]).reasoning[id]
      end
    end
  end
end
