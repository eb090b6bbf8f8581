# frozen_string_literal: true

module Server
  # Makes the policy of a change set the next edition. All of it or nothing: the edition, what records hold, and every
  # other open change set brought up to it, in one transaction.
  class Publisher
    # author: name of who publishes.
    def initialize(author)
      @author = author
    end

    # revision: of the change set that was looked at; edition: the number of the one that it was looked at on, or nil.
    # The block, where there is one, is given the change set and raises what keeps it from being published. Returns the
    # Edition.
    def publish(revision:, note:, edition: nil)
      ahead = BringUp.ahead(ChangeSet.current)
      PolicyEditor.exclusively do |change_set, document|
        stands_on!(change_set, edition)
        PolicyEditor.check_revision(change_set, revision)
        settled!(change_set)
        policy = SoundPolicy.of(document)
        yield change_set if block_given?
        carry_values(change_set, policy)
        Edition.publish(document, by: @author, note: note).tap do |made|
          close(change_set, made, document, ahead)
        end
      end
    end

    private

    def close(change_set, published, document, ahead)
      change_set.update!(published_edition: published.number, publish_at: nil)
      BringUp.all(published.number, document, ahead)
      ChangeSet.open_on(published)
    end

    def settled!(change_set)
      edits = change_set.edits.to_a
      raise Problem.new(422, "nothing-to-publish", "The change set has no edits") if edits.empty?

      open = edits.count(&:unsettled)
      return if open.zero?

      raise Problem.new(
        409, "unsettled",
        "#{CobaltLedger::Words.count(open, 'edit')} conflict with another edition. Resolve them first."
      )
    end

    # What is published stands on the edition in force, or it would undo what that one brought.
    def stands_on!(change_set, edition)
      newest = Edition.maximum(:number)
      return if change_set.base_edition == newest && (edition.nil? || edition == newest)

      raise Problem.new(
        412,
        "another-edition",
        "Edition #{newest} took effect after you reviewed the changes. Review them again."
      )
    end

    # What records hold goes with the record types that are published.
    def carry_values(change_set, policy)
      before = PolicyStore.instance.in_force.policy
      change_set.edits.select { |edit| edit.kind == "record_type" }.each do |edit|
        # The record type may have become another since, by an import; then only what still makes sense is done.
        type = policy.record_type(edit.subject) or next
        plan = CarriedValues.new(type, edit.carried).sound
        CarriedValues.new(type, plan, before: before.record_type(type.id)).apply(@author)
      end
    end
  end
end
