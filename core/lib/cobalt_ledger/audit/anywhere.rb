# frozen_string_literal: true

module CobaltLedger
  module Audit
    # Looks through the whole space of questions for a record on which several subjects (fields, actions) are each as
    # wanted for one person, who may open the record, or make it. What it finds was decided; where it finds nothing and
    # is sure, there is nothing.
    class Anywhere
      # What shows it: question: Decisions::Question; lines: what it holds, for people; decisions: by identifier;
      # conditional: true where it may depend on what the record holds.
      Found = Struct.new(:question, :lines, :decisions, :conditional)

      # survey: Survey; wanted: Hash of Catalogue::Field or Action to a lambda from its decision to true or false;
      # free: keys to be chosen although the question tells them; opening: false where it does not matter whether the
      # person may open the record; accept: lambda from a Decisions::Decision, for what else has to be so.
      def initialize(survey, wanted, free: Space::OPEN, opening: true, accept: nil)
        @survey = survey
        @engine = survey.engine
        @type = survey.record_type
        @wanted = wanted
        @free = free
        @opening = opening
        @accept = accept
        @sure = true
      end

      # Was everything decided?
      def sure? = @sure

      # crowd: set of Directory::Crowds; modes, channels: Array of String. Returns a Found, or nil.
      def find(crowd, modes: Decisions::Question::MODES, channels: Decisions::Question::CHANNELS)
        return nil if crowd.zero?

        seen = {}.compare_by_identity
        each_way(crowd, modes, channels) do |question, subjects, action|
          plan = @survey.searched_plan(question, subjects)
          people = @survey.exact?(subjects) ? question.principals.user_id : nil
          next if (seen[plan] ||= {}).key?(people)

          seen[plan][people] = true
          found = shown(plan, question, action)
          return found if found
        end
        nil
      end

      private

      # Every kind of person, unit, form, mode and channel that the rules tell apart. Where rules write values, those on
      # all fields count.
      def each_way(crowd, modes, channels)
        contexts = Contexts.new(@survey.policy, @type, @survey.directory)
        modes = modes.select { |mode| @wanted.keys.all? { |subject| subject.asked_in?(mode) } }
        modes.group_by { |mode| mode == "create" ? "create" : "open" }.each do |key, own|
          action = @type.action(key)
          subjects = @survey.writes? ? @type.subjects : [*@wanted.keys, action].uniq
          rules = subjects.flat_map { |each| @survey.bearing_on(each) }.uniq
          ways = contexts.of(rules, channels).map(&:last).select { |_, _, mode| own.include?(mode) }
          @survey.kinds_of_people(subjects, crowd).each do |user|
            ways.each do |unit, _, mode, channel, form|
              form = form ? @type.form(form) : :own
              yield @survey.question(user, unit, mode, channel: channel, form: form), subjects, action
            end
          end
        end
      end

      # A record on which all is so under a plan, and which the person may open, or make.
      def shown(plan, question, action)
        slots = [*@wanted.keys, action].uniq.map { |each| plan.slot_of(each.id) }
        tests = slots.flat_map(&:tests).uniq.sort
        base = @engine.facts(question, {})
        found = Decisions::Feasibility.new(plan, base, memory, free: @free).together(tests)
        found.found.each do |vector, example|
          outcomes = tests.zip(vector).each_with_object([]) { |(index, outcome), placed| placed[index] = outcome }
          decided = slots.to_h { |slot| [slot.field.id, slot.decide(outcomes, base.hand)] }
          next unless wanted?(decided, action) && accepted?(question, example)

          shows = borne_out(question, example, action)
          return shows.tap { |each| each.conditional = tests.any? } if shows

          @sure = false
        end
        @sure = false unless found.complete
        nil
      end

      def accepted?(question, example) = @accept.nil? || @accept.call(decide(question, example))

      def wanted?(decided, action)
        (!@opening || decided[action.id].allowed?) && @wanted.all? { |subject, test| test.call(decided[subject.id]) }
      end

      def memory = @memory ||= Decisions::SearchMemory.new

      # What was found is asked once more of the whole policy, before it is said; without what makes no difference.
      def borne_out(question, example, action)
        return nil unless shows?(question, example, action)

        telling = example.keys.reduce(example) do |left, key|
          shows?(question, left.except(key), action) ? left.except(key) : left
        end
        asked = Decisions::ExampleQuestion.new(question, telling)
        Found.new(asked.question, asked.lines(@survey.directory), @engine.decide(asked.question).everything)
      end

      def shows?(question, example, action)
        decision = decide(question, example)
        wanted?(decision.everything, action) && (@accept.nil? || @accept.call(decision))
      end

      def decide(question, example) = @engine.decide(Decisions::ExampleQuestion.new(question, example).question)
    end
  end
end
