# frozen_string_literal: true

module Server
  # What lies between two directory documents, in words.
  class DirectoryChanges
    NOUNS = {
      "users" => "User", "roles" => "Role", "groups" => "Group", "departments" => "Department", "units" => "Unit"
    }.freeze

    # What a user can be put into or taken out of.
    MEMBERSHIPS = { "roles" => "role", "groups" => "group", "department" => "department", "units" => "unit" }.freeze

    def initialize(before, after)
      @before = before
      @after = after
    end

    # {"adds", "changes", "drops"}: Array of {"title", "lines"}.
    def to_h
      found = { "adds" => [], "changes" => [], "drops" => [] }
      NOUNS.each { |list, noun| compare(by_id(@before[list]), by_id(@after[list]), noun, found) }
      found
    end

    private

    def by_id(items) = (items || []).to_h { |item| [item["id"], item] }

    def compare(old, new, noun, found)
      (new.keys - old.keys).each { |id| found["adds"] << entry(noun, new[id], about(new[id])) }
      (old.keys - new.keys).each { |id| found["drops"] << entry(noun, old[id], []) }
      (old.keys & new.keys).each do |id|
        lines = differences(old[id], new[id])
        found["changes"] << entry(noun, new[id], lines) if lines.any?
      end
    end

    def entry(noun, item, lines) = { "title" => "#{noun} #{item['name']}", "lines" => lines }

    def about(item)
      item
        .slice("email", "roles", "groups", "department", "units")
        .filter_map { |name, value| "#{name}: #{say(value)}" unless Array(value).empty? }
    end

    def differences(old, new)
      (old.keys | new.keys)
        .reject { |name| same?(old[name], new[name]) }
        .flat_map do |name|
          if MEMBERSHIPS.key?(name)
            memberships(name, Array(old[name]), Array(new[name]))
          else
            ["#{name}: #{say(old[name])} becomes #{say(new[name])}"]
          end
        end
    end

    # Each right that goes or comes with a membership, on a line of its own.
    def memberships(name, old, new)
      (old - new).map { |id| "loses the #{MEMBERSHIPS[name]} #{called(name, id)}" } +
        (new - old).map { |id| "gains the #{MEMBERSHIPS[name]} #{called(name, id)}" }
    end

    # Names of roles, groups, departments and units, as before or as after.
    def called(name, id)
      list = name == "department" ? "departments" : name
      @names ||= {}
      @names[list] ||= [@before, @after].flat_map { |document| document[list] || [] }
        .to_h { |node| [node["id"], node["name"]] }
      @names[list][id] || id
    end

    # A list that is empty and one that is left out mean the same.
    def same?(old, new) = (old || []) == (new || []) || (Array(old).empty? && Array(new).empty?)

    def say(value)
      case value
      when Array then value.empty? ? "none" : value.join(", ")
      when Hash then value.empty? ? "none" : value.map { |name, inner| "#{name} #{inner}" }.join(", ")
      when nil then "none"
      else value.to_s
      end
    end
  end
end
