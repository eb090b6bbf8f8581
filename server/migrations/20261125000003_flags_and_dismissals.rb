# frozen_string_literal: true

# The lock flag of a record, and the suggestions a person has dismissed on it.
class FlagsAndDismissals < ActiveRecord::Migration[7.2]
  def change
    add_column :records, :locked, :boolean, null: false, default: false
    create_table :dismissals do |t|
      t.references :record, null: false, foreign_key: { on_delete: :cascade }
      t.string :person, null: false
      t.string :offer, null: false
      t.datetime :created_at, null: false
      t.index %i[record_id person offer], unique: true
    end
  end
end
