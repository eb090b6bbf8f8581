# frozen_string_literal: true

require "openssl"

module CobaltLedger
  module Journal
    # A signature under an entry of the journal (Ed25519, RFC 8032), made with a key that the database does not hold:
    # whoever has the database alone can't write what was before it anew. Number and digest stand for all entries up to
    # there. signature: Base64.
    Seal = Struct.new(:number, :digest, :signature) do
      # key: OpenSSL::PKey with its private part.
      def self.make(key, number, digest)
        new(number, digest, [key.sign(nil, text(number, digest))].pack("m0"))
      end

      # What is signed.
      def self.text(number, digest) = "cobalt-ledger/journal #{number} #{digest}"

      # key: OpenSSL::PKey, its public part is enough.
      def by?(key)
        key.verify(nil, signature.unpack1("m"), Seal.text(number, digest))
      rescue OpenSSL::PKey::PKeyError
        false
      end
    end
  end
end
