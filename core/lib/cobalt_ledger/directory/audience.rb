# frozen_string_literal: true

module CobaltLedger
  module Directory
    # Whom a rule is for. Everyone is said outright, never what blank means. Immutable.
    class Audience
      # One role, group, department, unit or user, by kind and identifier.
      Member = Struct.new(:kind, :id) do
        # item: as documents have it, {"role" => "registrar"}.
        def self.from(item) = new(item.keys.first.to_sym, item.values.first)

        def to_h = { kind.to_s => id }
      end

      KINDS = %i[user group role department unit].freeze

      attr_reader :any, :except

      # everyone: true when all are meant; any, except: Array of Member.
      def initialize(everyone: false, any: [], except: [])
        @everyone = everyone
        @any = any.freeze
        @except = except.freeze
        freeze
      end

      # From the document form: {"everyone": true, "except": [...]} or {"any": [{"role": "courier"}], ...}.
      def self.from(hash)
        members = ->(list) { (list || []).map { |item| Member.from(item) } }
        new(everyone: hash["everyone"] || false, any: members.call(hash["any"]), except: members.call(hash["except"]))
      end

      # Is it meant for all, whoever they are?
      def everyone? = @everyone
      def members = any + except

      # Does it match somebody? principals: Directory::Principals.
      def match?(principals)
        return false if except.any? { |member| principals.include?(member.kind, member.id) }

        everyone? || any.any? { |member| principals.include?(member.kind, member.id) }
      end

      # Why it does not match, in words; nil when it does.
      def mismatch_words(principals, directory)
        excepted = except.find { |member| principals.include?(member.kind, member.id) }
        return "#{principals.title} is excluded (#{naming(excepted, directory)})" if excepted
        return nil if match?(principals)

        "applies only to #{Words.list(any.map { |member| naming(member, directory) })}, not to #{principals.title}"
      end

      def words(directory)
        who = everyone? ? "everyone" : Words.list(any.map { |member| naming(member, directory) })
        except.any? ? "#{who} except #{Words.list(except.map { |member| naming(member, directory) })}" : who
      end

      def to_h
        hash = everyone? ? { "everyone" => true } : { "any" => any.map(&:to_h) }
        except.any? ? hash.merge("except" => except.map(&:to_h)) : hash
      end

      private

      def naming(member, directory) = directory.name_of(member.kind, member.id)
    end
  end
end
