# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Names of directory entries (RFC 4514). Two that name one entry have one key: however their characters are escaped,
    # whatever the case, the spaces and the order of a name's several parts, and whether an attribute is named by a word
    # or by its number.
    module DistinguishedName
      # RFC 4514, section 3; RFC 4519 for the longer words.
      TYPES = { "2.5.4.3" => "cn", "commonname" => "cn", "2.5.4.7" => "l", "localityname" => "l", "2.5.4.8" => "st",
                "stateorprovincename" => "st", "2.5.4.10" => "o", "organizationname" => "o", "2.5.4.11" => "ou",
                "organizationalunitname" => "ou", "2.5.4.6" => "c", "countryname" => "c", "2.5.4.9" => "street",
                "streetaddress" => "street", "0.9.2342.19200300.100.1.25" => "dc", "domaincomponent" => "dc",
                "0.9.2342.19200300.100.1.1" => "uid", "userid" => "uid" }.freeze

      # What parts a name, and what it escapes, left alone where it is escaped.
      ESCAPED = /\\(?:\h\h|.)/m

      module_function

      # dn: String. Returns a String that is the same for all spellings of one name.
      def key(dn) = rdns(dn).join(",")

      # The key of the entry above; "" for the topmost.
      def parent_key(dn) = rdns(dn).drop(1).join(",")

      # Keys of its parts, the entry's own first: Array of String.
      def rdns(dn)
        parts = dn.match?(/[\\"]/) ? parted(dn, ",", ";") : dn.split(/[,;]/, -1)
        parts.map { |rdn| (rdn.include?("+") ? parted(rdn, "+") : [rdn]).map { |pair| written(pair) }.sort.join("+") }
      end

      def written(pair)
        type, value = pair.split("=", 2)
        type = type.to_s.strip.downcase.delete_prefix("oid.")
        return "#{TYPES.fetch(type, type)}=" if value.nil?

        "#{TYPES.fetch(type, type)}=#{prepared(plain(value)).gsub(/[\\,+=]/) { |sign| "\\#{sign}" }}"
      end
      private_class_method :written

      # The value without its escapes. An escaped space at an end is part of it.
      def plain(value)
        return value.strip unless value.match?(/[\\"]/)

        trimmed = value.sub(/\A\s+/, "").sub(/((?:#{ESCAPED}|[^\\])*?)\s*\z/m, '\1')
        trimmed = trimmed[1..-2] if trimmed.match?(/\A".*"\z/m) && trimmed.size > 1
        bytes = trimmed.b.gsub(/\\(?:(\h\h)|(.))/mn) do
          Regexp.last_match(1) ? [Regexp.last_match(1)].pack("H2") : Regexp.last_match(2)
        end
        bytes.force_encoding(Encoding::UTF_8).then { |text| text.valid_encoding? ? text : bytes.unpack1("H*") }
      end
      private_class_method :plain

      # As directories compare texts (RFC 4518): capitals and the number of spaces do not count.
      def prepared(text)
        text = text.unicode_normalize(:nfkc) unless text.ascii_only?
        text.downcase(:fold).strip.gsub(/\s+/, " ")
      end
      private_class_method :prepared

      # Parts between signs that are neither escaped nor quoted.
      def parted(text, *signs)
        parts = [+""]
        quoted = false
        text.scan(/#{ESCAPED}|./m) do |token|
          quoted = !quoted if token == '"'
          !quoted && signs.include?(token) ? parts << +"" : parts.last << token
        end
        parts
      end
      private_class_method :parted
    end
  end
end
