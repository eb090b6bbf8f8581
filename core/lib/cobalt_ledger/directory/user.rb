# frozen_string_literal: true

module CobaltLedger
  module Directory
    # A person who signs in to the business's systems.
    User = Struct.new(:id, :name, :email, :attributes, :roles, :groups, :department, :units, keyword_init: true)
  end
end
