# frozen_string_literal: true

module Server
  module Routes
    # The method of precedence of the policy, a record type or a field, and the order of rules that it may go by.
    module Precedence
      def self.registered(app)
        app.helpers Help
        app.get "/api/precedence" do
          allow!(:read)
          json(PrecedenceView.new(policy_state).to_h)
        end

        app.post "/api/precedence/preview" do
          allow!(:read)
          pending = PolicyStore.instance.pending
          json(
            PrecedenceView.new(pending).preview(
              precedence_scope(pending).document(sent["precedence"]), sent["question"], sight
            )
          )
        end

        app.put "/api/precedence" do
          allow!(:edit)
          precedence_scope(PolicyStore.instance.pending).keep(PolicyEditor.new(author), sent["precedence"])
          json(PrecedenceView.new(PolicyStore.instance.pending).to_h)
        end

        app.put "/api/rules/order" do
          allow!(:edit)
          json(RuleOrder.new(author).put(sent["record_type"], sent["kind"], sent["rules"]))
        end
      end

      # Helpers of these routes.
      module Help
        def precedence_scope(state) = PrecedenceScope.new(state.document, sent["record_type"], sent["field"])
      end
    end
  end
end
