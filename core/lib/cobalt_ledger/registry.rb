# frozen_string_literal: true

module CobaltLedger
  # For a family of classes where each member is one file in one folder: a field kind, a comparison,
  # an effect, a mask format, a precedence method. A member calls `known_as "name"`; adding one is
  # adding a file, there is no list to edit.
  module Registry
    # Held while files of members are read: who asks meanwhile gets all of them, not those read so far.
    READING = Monitor.new

    # The class or object registered under a name, or nil.
    def [](name) = members[name.to_s]

    # All names, in the order in which the members ask to be shown.
    def names = members.keys

    # All members by name.
    def members
      registry_root.load_members
    end

    # Registers the receiving class. order: Integer, position in lists shown to people.
    def known_as(name, order: 100)
      @registered_name = name
      @registered_order = order
      registry_root.own_members[name] = self
    end

    # What `known_as` was told.
    def registered_name = @registered_name
    def registered_order = @registered_order

    # words: what else people call the member, in small letters. A picker finds it by them.
    def also(*words)
      @other_words = words.freeze
    end

    def other_words = @other_words || []

    # What loads the files of the members.
    def registry_loader = LOADER

    # Hash of name to member: those whose files have been read.
    def own_members
      @own_members ||= {}
    end

    # Hash of name to member, all of them; reads their files the first time.
    def load_members
      @load_members || READING.synchronize do
        @load_members ||= begin
          registry_loader.eager_load_namespace(registry_namespace)
          own_members.sort_by { |name, member| [member.registered_order, name] }.to_h.freeze
        end
      end
    end

    private

    # The class that was extended with Registry, found from any subclass.
    def registry_root
      superclass.respond_to?(:known_as) ? superclass.send(:registry_root) : self
    end
  end
end
