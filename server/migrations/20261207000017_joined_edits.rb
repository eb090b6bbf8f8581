# frozen_string_literal: true

# What another edition changed in the subject of an edit that was joined with it by itself, so that it is shown.
class JoinedEdits < ActiveRecord::Migration[7.2]
  def change = add_column(:edits, :joined, :text)
end
