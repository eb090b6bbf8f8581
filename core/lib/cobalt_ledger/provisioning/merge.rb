# frozen_string_literal: true

module CobaltLedger
  module Provisioning
    # What was held back, on an item that has moved on meanwhile: what is taken from a list and what is put into it is
    # done to the list that there is now.
    module Merge
      module_function

      # base, wanted, current: items of a directory document, nil where there is none. Returns an item or nil.
      def of(base, wanted, current)
        return wanted if wanted.nil? || base.nil? || current.nil? || current == base

        (base.keys | wanted.keys | current.keys).each_with_object({}) do |name, found|
          value = one(base[name], wanted[name], current[name])
          found[name] = value unless value.nil?
        end
      end

      def one(base, wanted, current)
        return current if wanted == base
        return list(base || [], wanted || [], current || []) if [base, wanted, current].any?(Array)
        return wanted unless [base, wanted, current].any?(Hash)

        base, wanted, current = [base, wanted, current].map { |each| each || {} }
        (base.keys | wanted.keys | current.keys).filter_map do |name|
          one(base[name], wanted[name], current[name])&.then { |value| [name, value] }
        end.to_h
      end

      def list(base, wanted, current) = (current - (base - wanted)) | (wanted - base)
      private_class_method :one, :list
    end
  end
end
