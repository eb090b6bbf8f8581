# frozen_string_literal: true

# What an edit of a record type makes of values that records hold, done when it is published.
class StoredValuesOfEdits < ActiveRecord::Migration[7.2]
  def change
    add_column :edits, :stored_values, :text
  end
end
