# frozen_string_literal: true

module Server
  # What another directory means to the policies that stand on the one there is.
  module PoliciesStand
    module_function

    # No one and nothing may be taken out of the directory while a rule, in force or in a change set, names it.
    # directory: CobaltLedger::Directory::Directory. Raises CobaltLedger::BadInput.
    def on!(directory)
      AuditRuns.states.each_value do |state|
        CobaltLedger::Formats::PolicyJson.build(state.document, directory, shaped: true)
      rescue CobaltLedger::BadInput => e
        raise(CobaltLedger::BadInput, e.faults.map { |fault| told(fault, state.document["rules"]) })
      end
    end

    # Engines of the policy in force on the directory there is, and on another.
    def engines(directory)
      state = PolicyStore.instance.in_force
      policy = CobaltLedger::Formats::PolicyJson.build(state.document, directory, shaped: true)
      [state.engine, CobaltLedger::Decisions::Engine.new(policy, directory)]
    end

    def told(fault, rules)
      title = fault.pointer[%r{\A/rules/(\d+)}, 1]&.then { |index| rules[index.to_i]["title"] }
      message = title ? "rule “#{title}” still needs it: #{fault.message}" : fault.message
      CobaltLedger::Fault.new(pointer: fault.pointer, message: message)
    end
    private_class_method :told
  end
end
