# frozen_string_literal: true

module CobaltLedger
  module Rules
    # Signatures that some changes of the policy need. approvers: how many different people have to sign; by: Array of
    # Directory::Audience::Member who may, nil for anyone who may approve; record_types, labels: identifiers, nil for
    # any; guardrails, opens: true where only such changes need it.
    Approval = Struct.new(:id, :name, :approvers, :by, :record_types, :labels, :guardrails, :opens,
                          keyword_init: true) do
      # document: as its schema says; what it names is not looked up.
      def self.from(document)
        by = document["by"]&.map { |item| Directory::Audience::Member.from(item) }
        new(**document.transform_keys(&:to_sym), by: by).freeze
      end

      # Does it depend on what a change does to fields, beside what is edited?
      def by_account? = !labels.nil? || opens == true

      # What it takes, as a sentence without its end: "2 signatures by Approver for edits that open fields labelled
      # Restricted". policy: Policy; directory: Directory::Directory.
      def words(policy, directory)
        signers = by && Words.list(by.map { |each| directory.name_of(each.kind, each.id) }, "or")
        edits = "#{guardrails ? 'edits of guardrails' : 'edits'}#{bearing(policy)}#{about(policy)}"
        "#{Words.count(approvers, 'signature')}#{signers && " by #{signers}"} for #{edits}"
      end

      # May someone sign? principals: Directory::Principals, nil for who is no one in the directory.
      def signed_by?(principals)
        by.nil? || (!principals.nil? && by.any? { |member| principals.include?(member.kind, member.id) })
      end

      private

      def bearing(policy)
        return "" unless by_account?

        names = labels&.map { |id| policy.label(id)&.name || id }
        fields = names ? "fields labelled #{Words.list(names, 'or')}" : "any field"
        opens ? " that open #{fields}" : " that bear on #{fields}"
      end

      def about(policy)
        return "" unless record_types

        nouns = record_types.map { |id| Words.indefinite(policy.record_type(id)&.noun || id) }
        "#{by_account? ? ' of' : ' about'} #{Words.list(nouns, 'or')}"
      end
    end
  end
end
