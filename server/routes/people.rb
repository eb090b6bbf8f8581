# frozen_string_literal: true

module Server
  module Routes
    # The directory: users a page at a time; roles, groups, departments and units whole.
    module People
      def self.registered(app)
        app.helpers Help
        app.get "/api/people" do
          allow!(:read)
          json(paged(found_users.map { |user| user_view(user) }))
        end

        app.post "/api/directory/edits/preview" do
          allow!(:read)
          json(DirectoryEditor.new(sent["edits"]).preview)
        end

        app.post "/api/directory/edits" do
          allow!(:import)
          made = sent["sign_in"] && sign_in_beside(sent["edits"], sent["sign_in"])
          kept = DirectoryEditor.new(sent["edits"]).keep(sent["version"], author) do
            SignIns.new(account).keep(made) if made
          end
          json(kept)
        end

        app.get "/api/directory" do
          allow!(:read)
          directory = PolicyStore.instance.directory
          counts = node_counts(directory)
          kinds = { "roles" => :role, "groups" => :group, "departments" => :department, "units" => :unit }
          json(
            kinds
              .to_h do |list, kind|
                [
                  list,
                  directory
                    .public_send(list)
                    .map do |node|
                      {
                        "id" => node.id, "name" => node.name, "above" => node.above,
                        "people" => counts[[kind, node.id]] || 0
                      }
                    end
                ]
              end
              .merge("people" => directory.users.size)
          )
        end
      end

      # Helpers of these routes.
      module Help
        def found_users
          directory = PolicyStore.instance.directory
          wanted = params["search"].to_s.strip.downcase
          kind, id = params["within"].to_s.split(":", 2)
          directory.users.select do |user|
            (wanted.empty? || texts(user, directory).any? { |text| text.downcase.include?(wanted) }) &&
              (
                (id.nil? && (kind != "programs" || user.program?)) || (!id.nil? &&
                  CobaltLedger::Directory::Audience::KINDS.map(&:to_s).include?(kind) &&
                      directory.principals_of(user.id).include?(kind.to_sym, id))
              )
          end
        end

        # A sign-in for one of the people that the edits keep: an Account that is not saved yet.
        def sign_in_beside(edits, given)
          allow!(:accounts)
          unless edits.any? { |edit| edit["list"] == "users" && edit["after"] && edit["id"] == given["person"] }
            raise CobaltLedger::BadInput.at("/sign_in/person", "must be one of the people who are edited")
          end

          SignIns.new(account).prepared(given)
        end

        # What someone is found by: their own names, and those of their roles and their department.
        def texts(user, directory)
          [user.name, user.id, user.email.to_s, *user.roles.map { |id| directory.name_of(:role, id) },
           *[user.department].compact.map { |id| directory.name_of(:department, id) }]
        end

        def user_view(user)
          {
            "id" => user.id, "name" => user.name, "email" => user.email, "attributes" => user.attributes,
            "roles" => user.roles, "groups" => user.groups, "department" => user.department, "units" => user.units,
            "program" => user.program? || nil
          }.compact
        end

        # People of each node, with those reached through nesting, in one pass.
        def node_counts(directory)
          directory
            .users
            .each_with_object(Hash.new(0)) do |user, counts|
              principals = directory.principals_of(user.id)
              CobaltLedger::Directory::Directory::NODE_KINDS.each do |kind|
                principals.ids(kind).each { |id| counts[[kind, id]] += 1 }
              end
            end
        end
      end
    end
  end
end
