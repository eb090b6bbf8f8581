# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Says edits in plain words.
    class Account
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
        when "setting"
          { "title" => Words.capitalize(edit.id.tr("_", " ")), "lines" => setting(edit.before, edit.after) }
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

        old.key?(name) ? "#{name} changes" : "#{name} is new"
      end

      # Members of a setting, or its items, by what people call them.
      def parts(side)
        return (side || {}).transform_keys { |name| Words.capitalize(name.tr("_", " ")) } unless side.is_a?(Array)

        side.to_h { |item| [item.values_at("name", "title", "id", "user").compact.first || item.to_s, item] }
      end

      def named(edit)
        {
          "title" => "#{Words.capitalize(edit.kind)} #{(edit.after || edit.before)['name']}",
          "lines" => ["is #{edit.verb}"]
        }
      end

      def rule(edit)
        before = edit.before && sentence(@old, edit.id)
        after = edit.after && sentence(@new, edit.id)
        lines = [before && after && before != after ? "Before: #{before}" : nil, after || "Removed: #{before}"]
        lines += details(edit) if before && after
        { "title" => "Rule #{(edit.after || edit.before)['title']}", "lines" => lines.compact }
      end

      def details(edit)
        %w[title reason rank kind state owner review_by].filter_map do |name|
          old = edit.before[name]
          new = edit.after[name]
          "#{Words.capitalize(name.tr('_', ' '))}: #{old || 'none'} becomes #{new || 'none'}" unless old == new
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
