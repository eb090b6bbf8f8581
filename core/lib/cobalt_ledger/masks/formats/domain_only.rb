# frozen_string_literal: true

module CobaltLedger
  module Masks
    module Formats
      # Keeps the domain of an e-mail address: "i.marrow@fenwick.example" -> "••••••@fenwick.example".
      class DomainOnly < Mask
        known_as "domain_only", order: 5

        def self.families = %i[text]
        def disclosure = 20
        def words = "only the e-mail domain kept"

        private

        def cover(value, field)
          match = field.display(value).match(/\A[^@\s]+@([^@\s]+\.[^@\s]+)\z/)
          match && "#{COVER}@#{match[1]}"
        end
      end
    end
  end
end
