# frozen_string_literal: true

module CobaltLedger
  module Provisioning
    # Changes a resource as a list of operations says (RFC 7644, section 3.5.2), all or none: the resource that came in
    # stays as it is.
    class Patch
      URN = "urn:ietf:params:scim:api:messages:2.0:PatchOp"
      VERBS = %w[add remove replace].freeze

      # Most operations of one request.
      MOST = 1_000

      # Names of attributes of which nothing is kept: Array of String.
      def left_out = @reading.left_out

      # kind: Schemas::Kind; document: as sent. Raises Fault where it is no list of operations.
      def initialize(kind, document)
        @kind = kind
        @reading = Reading.new(kind)
        @operations = operations(document)
      end

      # resource: Hash. Returns the one that comes of it. Raises Fault.
      def apply(resource)
        @operations.each_with_index.reduce(copy(resource)) do |found, (operation, index)|
          changed(found, operation)
        rescue Fault => e
          raise Fault.new(e.type, "Operation #{index + 1}: #{e.message}", status: e.status)
        end.tap { |found| @reading.complete!(found) }
      end

      private

      def operations(document)
        found = document.find { |name, _| name.casecmp?("Operations") }&.last
        unless Array(document["schemas"]).any? { |urn| urn.to_s.casecmp?(URN) } && found.is_a?(Array) &&
               found.all?(Hash) && !found.empty?
          raise Fault.new("invalidSyntax", "A PATCH holds “schemas” with #{URN}, and “Operations”")
        end
        raise Fault.new("tooMany", "A PATCH holds #{MOST} operations at most") if found.size > MOST

        found
      end

      def copy(resource) = Marshal.load(Marshal.dump(resource))

      def changed(resource, operation)
        verb = operation["op"].to_s.downcase
        raise Fault.new("invalidSyntax", "“op” must be add, remove or replace") unless VERBS.include?(verb)

        text, value = operation.values_at("path", "value")
        return pathless(resource, verb, value) if text.nil?
        raise Fault.new("invalidPath", "“path” must be a text") unless text.is_a?(String)

        path = Filter.path(text, @kind)
        writable!(path)
        return removed(resource, path, operation) if verb == "remove"
        raise Fault.new("invalidValue", "“value” is missing") unless operation.key?("value")

        put(resource, path, verb, value)
      end

      def writable!(path)
        locked = [path.part, path.attribute].compact.find(&:read_only?) or return
        raise Fault.new("mutability", "“#{locked.name}” can’t be written")
      end

      # Without a path the value holds what changes, by name.
      def pathless(resource, verb, value)
        raise Fault.new("noTarget", "Name what to remove with “path”") if verb == "remove"
        raise Fault.new("invalidValue", "“value” must be an object where there is no “path”") unless value.is_a?(Hash)

        @reading.parts(value).each { |name, inner| merge(resource, name, inner, verb) }
        resource
      end

      def merge(resource, name, value, verb)
        urn = @kind.extension(name)
        return value.each { |own, inner| merge_one(resource, urn, own, inner, verb) } if urn

        merge_one(resource, nil, name, value, verb)
      end

      def merge_one(resource, urn, name, value, verb)
        attribute, = @kind.find(urn, name)
        write(resource, Path.new(attribute: attribute, urn: urn), verb, value)
      end

      def put(resource, path, verb, value)
        if path.attribute.nil?
          raise Fault.new("invalidValue", "“value” must be an object") unless value.is_a?(Hash)

          merge(resource, path.urn, @reading.parts(path.urn => value)[path.urn] || {}, verb)
          return resource
        end
        return chosen(resource, path, verb, value) if path.choice

        target = path.part || path.attribute
        write(resource, path, verb, @reading.value(target, value, target.name))
        resource
      end

      # value: as read.
      def write(resource, path, verb, value)
        holder = path.urn ? (resource[path.urn] ||= {}) : resource
        name = path.attribute.name
        return part_of_all(holder, path, value) if path.part

        holder[name] =
          if path.attribute.multi && verb == "add" then joined(path.attribute, holder[name] || [], value || [])
          elsif path.attribute.complex? && !path.attribute.multi && value then (holder[name] || {}).merge(value)
          else value
          end
        holder.delete(name) if holder[name].nil?
      end

      # A part of one complex value, or of all of several.
      def part_of_all(holder, path, value)
        name = path.attribute.name
        unless path.attribute.multi
          (holder[name] ||= {})[path.part.name] = value
          return holder[name].compact!
        end
        raise Fault.new("noTarget", "There is no value of “#{name}” to change") if (holder[name] || []).empty?

        holder[name] = holder[name].map { |each| each.merge(path.part.name => value).compact }
      end

      # Adds what is not there yet; a new primary value takes the place of the one before.
      def joined(attribute, there, more)
        there = there.map { |each| each.except("primary") } if more.any? { |each| each["primary"] }
        more.reduce(there) do |found, each|
          index = found.index { |other| alike?(attribute, other, each) }
          index ? found.dup.tap { |list| list[index] = list[index].merge(each) } : found + [each]
        end
      end

      # Do two values stand for the same? The part "value" and the kind tell.
      def alike?(attribute, one, other)
        %w[value type].all? do |name|
          texts = [one[name], other[name]]
          attribute.part(name)&.exact ? texts.uniq.one? : texts.map { |text| text&.downcase(:fold) }.uniq.one?
        end
      end

      # Values that a filter chooses.
      def chosen(resource, path, verb, value)
        holder = path.urn ? (resource[path.urn] ||= {}) : resource
        list = holder[path.attribute.name] || []
        hits = list.select { |each| path.choice.holds?(each) }
        return begun(holder, path, list, value) if hits.empty? && verb == "add"
        raise Fault.new("noTarget", "No value of “#{path.attribute.name}” fits the filter") if hits.empty?

        read = read_for(path, value)
        list = list.map { |each| each.except("primary") } if primary?(path, read)
        holder[path.attribute.name] = list.zip(holder[path.attribute.name]).map do |each, before|
          hits.include?(before) ? altered(path, each, read, verb) : each
        end
        resource
      end

      def primary?(path, read) = path.part ? path.part.name == "primary" && read == true : read["primary"]

      def read_for(path, value)
        return @reading.value(path.part, value, path.part.name) if path.part

        found = @reading.value(path.attribute, value)
        found&.size == 1 ? found[0] : raise(Fault.new("invalidValue", "“value” must be one value"))
      end

      def altered(path, each, read, verb)
        return each.merge(path.part.name => read).compact if path.part

        verb == "add" ? each.merge(read) : read
      end

      # What is added to a value that is not there yet makes it, where the filter says what it is like.
      def begun(holder, path, list, value)
        like = told(path.choice) or
          raise Fault.new("noTarget", "No value of “#{path.attribute.name}” fits the filter")
        read = read_for(path, value)
        made = like.merge(path.part ? { path.part.name => read } : read)
        holder[path.attribute.name] = list + [@reading.value(path.attribute, made)[0]]
        holder
      end

      # What a filter of nothing but "eq" says of a value: Hash, or nil.
      def told(filter)
        case filter
        when Filter::Compare then { filter.path.attribute.name => filter.value } if filter.operator == "eq"
        when Filter::And then filter.parts.map { |each| told(each) || (return nil) }.reduce(:merge)
        end
      end

      # A value beside "remove" may mean that only it goes, which RFC 7644 does not know; nothing is guessed here.
      def removed(resource, path, operation)
        if operation.key?("value") && !operation["value"].nil?
          raise Fault.new("invalidValue", "“remove” takes no “value”: choose by “path”, as in members[value eq \"x\"]")
        end
        return resource.tap { resource.delete(path.urn) } if path.attribute.nil?
        raise Fault.new("mutability", "“#{path.attribute.name}” is required") if path.attribute.required && !path.part

        holder = path.urn ? (resource[path.urn] ||= {}) : resource
        path.choice || path.part ? thinned(holder, path) : holder.delete(path.attribute.name)
        resource
      end

      def thinned(holder, path)
        name = path.attribute.name
        found = holder[name] or return
        list = found.is_a?(Array) ? found : [found]
        left = list.filter_map do |each|
          next each if path.choice && !path.choice.holds?(each)

          path.part && each.except(path.part.name).then { |rest| rest.empty? ? nil : rest }
        end
        if left.empty?
          holder.delete(name)
        else
          holder[name] = path.attribute.multi ? left : left[0]
        end
      end
    end
  end
end
