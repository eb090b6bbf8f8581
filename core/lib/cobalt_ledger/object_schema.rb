# frozen_string_literal: true

module CobaltLedger
  # The JSON Schema of an object that has exactly some members: what a registered class says of its own document form.
  module ObjectSchema
    module_function

    # members: Hash of name to JSON Schema; required: Array of names. Returns a JSON Schema, Hash.
    def of(members, required = members.keys)
      { "type" => "object", "properties" => members, "additionalProperties" => false, "required" => required }
    end
  end
end
