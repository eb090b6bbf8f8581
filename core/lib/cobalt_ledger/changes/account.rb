# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Says edits in plain words.
    class Account
      # What people call a setting, where that is not its name.
      SETTINGS = { "approval" => "Who signs" }.freeze
      # Settings whose items are each read in full, before and after, by the method that says one; and the member by
      # which an item is the same as before.
      READ_WHOLE = { "approval" => [:signing, "id"], "automations" => [:automation, "id"],
                     "programs" => [:program, "user"] }.freeze

      # old_policy, new_policy: Policy; directory: Directory::Directory.
      def initialize(old_policy, new_policy, directory)
        @old = old_policy
        @new = new_policy
        @directory = directory
      end

      # edit: Edit. Returns {"title" => ..., "lines" => [...]}: what is edited, and what becomes of it.
      def of(edit)
        case edit.kind
        when "rule"
          rule(edit)
        when "record_type"
          record_type(edit)
        when "expectation"
          expectation(edit)
        when "setting"
          lines = READ_WHOLE.key?(edit.id) ? whole(edit) : setting(edit.before, edit.after)
          { "title" => SETTINGS.fetch(edit.id) { Words.capitalize(edit.id.tr("_", " ")) }, "lines" => lines }
        else
          named(edit)
        end
      end

      private

      # What becomes of a setting: a text, members, or a list of items with names.
      def setting(before, after)
        sides = [before, after]
        return ["#{before || 'none'} becomes #{after || 'none'}"] unless sides.any?(Enumerable)

        old, new = sides.map { |side| parts(side) }
        names = (old.keys | new.keys).reject { |name| old[name] == new[name] }
        names.map { |name| part_line(name, old, new) }
      end

      def part_line(name, old, new)
        parts = [old[name], new[name]]
        if parts.all? { |part| part.nil? || part.is_a?(Numeric) || part.is_a?(String) }
          return "#{name}: #{parts[0] || 'none'} becomes #{parts[1] || 'none'}"
        end
        return "#{name} goes" unless new.key?(name)

        old.key?(name) ? "#{name}: #{turned(*parts)}" : "#{name} is new"
      end

      # What becomes of an item: of each member that is not the same, or of the whole where it has none.
      def turned(old, new)
        return "#{plain(old)} becomes #{plain(new)}" unless [old, new].all?(Hash)

        (old.keys | new.keys).reject { |member| old[member] == new[member] }
          .map { |member| "#{member.tr('_', ' ')} #{plain(old[member])} becomes #{plain(new[member])}" }.join("; ")
      end

      def plain(value)
        text = value.nil? ? "" : DocumentWords.of(value)
        text.empty? ? "none" : text[0, 500]
      end

      # Members of a setting, or its items, by what people call them.
      def parts(side)
        return (side || {}).transform_keys { |name| Words.capitalize(name.tr("_", " ")) } unless side.is_a?(Array)

        side.to_h { |item| [item.values_at("name", "title", "id", "user").compact.first || item.to_s, item] }
      end

      # What becomes of each item that is not the same: whoever signs a change of it has to read it.
      def whole(edit)
        say, key = READ_WHOLE.fetch(edit.id)
        old, new = [edit.before, edit.after].map { |list| (list || []).to_h { |each| [each[key], each] } }
        (old.keys | new.keys).reject { |id| old[id] == new[id] }.flat_map do |id|
          sides(*[[old[id], @old], [new[id], @new]].map { |document, policy| document && send(say, document, policy) })
        end
      end

      def signing(document, policy)
        Rules::Approval.from(document).then { |each| "#{each.name}: #{each.words(policy, @directory)}" }
      end

      def automation(document, policy)
        "#{document['title']}: #{AutomationSentence.new(document, policy, @directory)}"
      end

      def program(document, policy)
        types = document["record_types"].map { |id| policy.record_type(id)&.name || id }
        title = document["title"] && " (#{document['title']})"
        "#{@directory.name_of(:user, document['user'])} is for #{types.empty? ? 'nothing' : Words.list(types)}#{title}"
      end

      def expectation(edit)
        before, after = [[edit.before, @old], [edit.after, @new]].map do |document, policy|
          document && ExpectationSentence.new(document, policy, @directory).to_s
        end
        lines = sides(before, after)
        lines += details(edit, %w[title group owner reason]) if before && after
        { "title" => "Expectation #{(edit.after || edit.before)['title']}", "lines" => lines }
      end

      # A baseline or a label.
      def named(edit)
        document = edit.after || edit.before
        type = document["record_type"] && @new.record_type(document["record_type"])
        lines = Beginnings.new(edit.before, edit.after, type, @directory).lines
        { "title" => "#{Words.capitalize(edit.kind)} #{document['name']}",
          "lines" => edit.after ? lines : ["is removed", *lines] }
      end

      def rule(edit)
        before = edit.before && sentence(@old, edit.id)
        after = edit.after && sentence(@new, edit.id)
        lines = sides(before, after)
        lines += details(edit, %w[title reason rank kind state owner review_by]) if before && after
        { "title" => "Rule #{(edit.after || edit.before)['title']}", "lines" => lines }
      end

      # before, after: sentences, nil for what is not there. What it says now comes last.
      def sides(before, after)
        return [after] if before.nil? || before == after

        ["#{after ? 'Before' : 'Removed'}: #{before}", after].compact
      end

      def details(edit, names)
        names.filter_map do |name|
          old = edit.before[name]
          new = edit.after[name]
          next if old == new

          old, new = [old, new].map { |id| id && @directory.name_of(:user, id) } if name == "owner"
          "#{Words.capitalize(name.tr('_', ' '))}: #{old || 'none'} becomes #{new || 'none'}"
        end
      end

      def sentence(policy, id)
        rule = policy.rules.find { |candidate| candidate.id == id }
        rule && Rules::Sentence.new(rule, policy, @directory).to_s
      end

      def record_type(edit)
        title = "Record type #{(edit.after || edit.before)['name']}"
        unless edit.before && edit.after
          return {
            "title" => title,
            "lines" => ["is #{edit.verb}, with #{Words.count((edit.after || edit.before)['fields'].size, 'field')}"]
          }
        end

        { "title" => title, "lines" => Catalogued.new(edit.before, edit.after, @old, @new).lines }
      end
    end
  end
end
