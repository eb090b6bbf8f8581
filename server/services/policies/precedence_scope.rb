# frozen_string_literal: true

module Server
  # What a method of precedence is chosen for: the policy, one record type, or one field of it. The closest choice
  # counts.
  class PrecedenceScope
    # document: the policy; record_type, field: identifiers or nil. Raises CobaltLedger::BadInput.
    def initialize(document, record_type, field)
      @document = document
      @type =
        record_type &&
        (
          document["record_types"].find { |type| type["id"] == record_type } ||
            missing("/record_type", "there is no record type “#{record_type}”")
        )
      @field = field
      missing("/field", "a field needs its record type") if field && @type.nil?
      return unless field && @type["fields"].none? { |each| each["id"] == field }

      missing("/field", "#{@type['name']} has no field “#{field}”")
    end

    # The policy's document with another method there. name: of a method; nil to go by the wider choice again.
    def document(name) = CobaltLedger::Changes::DocumentEdits.apply(@document, [edit(name)])

    # Keeps the choice in the change set. editor: PolicyEditor.
    def keep(editor, name)
      wanted = edit(name)
      editor.put(wanted.kind, wanted.id, wanted.after, if_match: @type ? PolicyEditor.etag(@type) : :any)
    end

    private

    def edit(name)
      known = CobaltLedger::Access::PrecedenceMethod.names
      missing("/precedence", "must be one of #{known.join(', ')}") unless name.nil? || known.include?(name)
      missing("/precedence", "the policy always has a method") if name.nil? && @type.nil?
      unless @type
        return CobaltLedger::Changes::Edit.new(
          kind: "setting", id: "precedence", before: @document["precedence"], after: name
        )
      end

      CobaltLedger::Changes::Edit.new(
        kind: "record_type", id: @type["id"], before: @type, after: @field ? with_field(name) : chosen(@type, name)
      )
    end

    def with_field(name)
      @type.merge("fields" => @type["fields"].map { |each| each["id"] == @field ? chosen(each, name) : each })
    end

    def chosen(subject, name) = name ? subject.merge("precedence" => name) : subject.except("precedence")
    def missing(pointer, words) = raise(CobaltLedger::BadInput.at(pointer, words))
  end
end
