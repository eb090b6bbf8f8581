# frozen_string_literal: true

module CobaltLedger
  module Rules
    # Signatures that some changes of the policy need. approvers: how many different people have to sign; by: Array of
    # Directory::Audience::Member who may, nil for anybody who may approve; record_types, labels: identifiers, nil for
    # any; guardrails, opens: true where only such changes need it.
    Approval = Struct.new(:id, :name, :approvers, :by, :record_types, :labels, :guardrails, :opens,
                          keyword_init: true) do
      # Does it hang on what a change does to fields, beside what is edited?
      def by_account? = !labels.nil? || opens == true

      # May somebody sign? principals: Directory::Principals, nil for who is nobody in the directory.
      def signed_by?(principals)
        by.nil? || (!principals.nil? && by.any? { |member| principals.include?(member.kind, member.id) })
      end
    end
  end
end
