# frozen_string_literal: true

module CobaltLedger
  # One text for one document, whatever the order of its members: names sorted, no white space,
  # numbers in their shortest exact form. After RFC 8785, which it follows for all that our documents hold.
  module CanonicalJson
    module_function

    # document: Hash, Array or scalar. Returns a String.
    def write(document)
      case document
      when Hash
        members = document.sort_by { |name, _| name.to_s }
        "{#{members.map { |name, value| "#{JSON.generate(name.to_s)}:#{write(value)}" }.join(',')}}"
      when Array
        "[#{document.map { |value| write(value) }.join(',')}]"
      when BigDecimal, Rational
        number(document.to_r)
      else
        JSON.generate(document)
      end
    end

    # Hexadecimal SHA-256 of the canonical text.
    def digest(document) = Digest::SHA256.hexdigest(write(document))

    # The document with its exact numbers as numbers that any JSON writer takes.
    def plain(document)
      case document
      when Hash then document.transform_values { |value| plain(value) }
      when Array then document.map { |value| plain(value) }
      when BigDecimal then document.frac.zero? ? document.to_i : document.to_f
      else document
      end
    end

    # The same document laid out for people, ending in a line break. Returns a String.
    def pretty(document) = "#{JSON.pretty_generate(plain(document))}\n"

    def number(value)
      value.denominator == 1 ? value.numerator.to_s : BigDecimal(value, 40).to_s("F").sub(/0+\z/, "")
    end
    private_class_method :number
  end
end
