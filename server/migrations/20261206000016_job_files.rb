# frozen_string_literal: true

# Files that jobs work on, in parts of their own: with the file in its row, every note about a job writes it all anew.
class JobFiles < ActiveRecord::Migration[7.2]
  def change
    create_table :job_files do |t|
      t.string :file, null: false
      t.integer :place, null: false
      t.binary :part, null: false
      t.datetime :created_at, null: false
      t.index %i[file place], unique: true
    end
  end
end
