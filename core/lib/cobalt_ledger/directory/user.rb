# frozen_string_literal: true

module CobaltLedger
  module Directory
    # A person who signs in to the business's systems; or a program, which is met by rules like a person and signs in
    # nowhere.
    User = Struct.new(:id, :name, :email, :attributes, :roles, :groups, :department, :units, :program,
                      keyword_init: true) do
      # Is it an automation, or something else that is nobody?
      def program? = program || false
    end

    # Stands for a person who is in no role, group, department or unit, and of whom nothing else is recorded, as
    # whoever joins tomorrow may be. Its identifier is none that a person can have.
    User::NEWCOMER = User.new(
      id: "*", name: "Someone with no role, group or department", attributes: {}.freeze, roles: [].freeze,
      groups: [].freeze, units: [].freeze
    ).freeze
  end
end
