# frozen_string_literal: true

module CobaltLedger
  module Masks
    module Formats
      # Keeps the domain of an e-mail address: "i.marrow@fenwick.example" -> "••••••@fenwick.example".
      class DomainOnly < Mask
        known_as "domain_only", order: 5
        titled "keep the e-mail domain"

        def self.families = %i[text]
        def disclosure = 20
        def words = "only the e-mail domain kept"

        private

        def cover(value, field)
          name, domain, rest = field.display(value).split("@", 3)
          return nil if rest || name.to_s.empty? || domain.nil? || "#{name}#{domain}".match?(/\s/)

          # A point somewhere within; looked for with fixed searches, so that no text takes long.
          within = domain[1..-2].to_s
          within.include?(".") ? "#{COVER}@#{domain}" : nil
        end
      end
    end
  end
end
