# frozen_string_literal: true

module Server
  # Asks what is asked at every request by a statement that the database has read once.
  module Prepared
    module_function

    # sql: with a question mark for each text; texts: Array of String. Returns an ActiveRecord::Result.
    def ask(sql, texts = [])
      type = ActiveModel::Type::String.new
      binds = texts.map { |text| ActiveRecord::Relation::QueryAttribute.new("text", text, type) }
      ActiveRecord::Base.with_connection do |connection|
        connection.select_all(sql, "Prepared", binds, preparable: true)
      end
    end
  end
end
