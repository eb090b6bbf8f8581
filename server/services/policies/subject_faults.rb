# frozen_string_literal: true

module Server
  # Faults of a whole policy, told from where the editor of one subject stands.
  module SubjectFaults
    module_function

    # error: CobaltLedger::BadInput; document: the policy document it is about; edit: CobaltLedger::Changes::Edit.
    # Returns a BadInput: faults of the subject itself are placed within it, those of others name it.
    def relative(error, document, edit)
      CobaltLedger::BadInput.new(error.faults.map { |fault| placed(fault, document, edit) })
    end

    # fault: with its place in the whole document. Where that lies in what was edited, the same fault with its place
    # there.
    def placed(fault, document, edit)
      list = CobaltLedger::Changes::DocumentEdits::LISTS[edit.kind] or return fault
      index = document[list].index { |item| item["id"] == edit.id }
      own = "/#{list}/#{index}"
      if index && fault.pointer.to_s.start_with?("#{own}/")
        return CobaltLedger::Fault.new(pointer: fault.pointer.delete_prefix(own), message: fault.message)
      end

      match = fault.pointer.to_s.match(%r{\A/(rules|baselines|record_types)/(\d+)(/.*)?}) or return fault
      other = document[match[1]][match[2].to_i]
      CobaltLedger::Fault.new(
        pointer: "", message: "#{match[1].delete_suffix('s').tr('_', ' ')} “#{other['title'] || other['name']}” " \
                              "(#{match[3]}): #{fault.message}"
      )
    end
  end
end
