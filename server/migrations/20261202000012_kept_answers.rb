# frozen_string_literal: true

# What came of checking an expectation, under all that it depends on.
class KeptAnswers < ActiveRecord::Migration[7.2]
  def change
    create_table :kept_answers do |t|
      t.string :digest, null: false, index: { unique: true }
      t.text :verdict, null: false
      t.datetime :created_at, null: false
    end
  end
end
