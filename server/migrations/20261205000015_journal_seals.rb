# frozen_string_literal: true

# Signatures under the journal, made with a key that is kept beside the database and not in it.
class JournalSeals < ActiveRecord::Migration[7.2]
  def change
    create_table :journal_seals do |t|
      t.integer :number, null: false, index: { unique: true }
      t.string :digest, null: false
      t.string :signature, null: false
      t.datetime :created_at, null: false
    end
  end
end
