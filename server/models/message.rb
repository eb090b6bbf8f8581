# frozen_string_literal: true

module Server
  # A message to one person, in place of a mail service.
  class Message < ActiveRecord::Base
    KINDS = %w[lock emergency refusal review_due automation].freeze
  end
end
