# frozen_string_literal: true

module CobaltLedger
  module Directory
    # Everything a rule's audience can match a person by: the person, the roles, the groups with the groups
    # around them, the department and every one above it, the units and every one above them. Immutable.
    class Principals
      attr_reader :user_id, :title, :attributes

      # members: Hash of kind (:role ...) to Hash of identifier to distance (Integer, 0 is direct).
      # attributes: Hash of name to text, or nil where nothing is known of the person.
      def initialize(members, user_id: nil, title: nil, attributes: nil)
        @members = members.transform_values(&:freeze).freeze
        @user_id = user_id
        @title = title
        @attributes = attributes
        freeze
      end

      # All that a person of the directory is matched by. user: User.
      def self.of_user(user, directory)
        new(
          {
            user: {
              user.id => 0
            },
            role: user.roles.to_h { |id| [id, 0] },
            group: with_distance(user.groups, :group, directory),
            department: with_distance([user.department].compact, :department, directory),
            unit: with_distance(user.units, :unit, directory)
          },
          user_id: user.id,
          title: directory.name_of(:user, user.id),
          attributes: user.attributes
        )
      end

      # Someone who is nothing but this one role, group, department or unit: a column of the access map.
      # kind :everyone gives a person with no principal at all.
      def self.bare(kind, id, directory)
        return new({}, title: "Anyone") if kind == :everyone

        new({ kind => with_distance([id], kind, directory) }, title: directory.name_of(kind, id))
      end

      def self.with_distance(ids, kind, directory)
        ids.each_with_object({}) do |id, found|
          directory.with_above(kind, id).each_with_index do |each_id, distance|
            found[each_id] = [found[each_id], distance].compact.min
          end
        end
      end
      private_class_method :with_distance

      # The same someone, of whom these attributes are assumed.
      def with_attributes(attributes) = Principals.new(@members, user_id: user_id, title: title, attributes: attributes)

      # kind: :user, :role, :group, :department or :unit; id: identifier.
      def include?(kind, id) = @members[kind]&.key?(id) || false

      # Steps from the person to the principal; nil when the person has it not.
      def distance(kind, id) = @members[kind]&.[](id)

      # All that a person is matched by or asked about, in a form that compares.
      def standing = [@members, attributes]

      # Identifiers of a kind the person has.
      def ids(kind) = @members[kind]&.keys || []
    end
  end
end
