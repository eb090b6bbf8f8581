# frozen_string_literal: true

# Tries at the door, counted for all processes together. The key is a hash: what was typed is not kept.
class Tries < ActiveRecord::Migration[7.2]
  def change
    create_table :tries, id: false do |t|
      t.string :key, null: false, primary_key: true
      t.integer :count, null: false
      t.float :ends_at, null: false, index: true
    end
  end
end
