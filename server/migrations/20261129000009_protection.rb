# frozen_string_literal: true

# Records that are locked and unlocked by hand; what has happened to them; programs' tokens; messages.
class Protection < ActiveRecord::Migration[7.2]
  def change
    change_table :records, bulk: true do |t|
      t.string :lock_note
      t.string :locked_by
      t.datetime :locked_at
      t.string :lifted_by
      t.datetime :lifted_until
      t.index %i[record_type unit]
      t.index %i[record_type updated_at]
      t.index :lifted_until, where: "lifted_until IS NOT NULL"
    end
    journal
    programs
  end

  private

  def journal
    create_table :journal_entries do |t|
      t.datetime :at, null: false
      t.string :kind, null: false
      t.string :actor, null: false
      t.string :person
      t.string :record_type
      t.string :number
      t.string :field
      t.text :reason
      t.text :details, null: false, default: "{}"
      t.index %i[kind person at]
      t.index %i[record_type number id]
      t.index %i[at id]
    end
    create_table :messages do |t|
      t.datetime :at, null: false
      t.string :kind, null: false
      t.string :person, null: false
      t.string :subject, null: false
      t.text :body, null: false
      t.string :record_type
      t.string :number
      t.index %i[person id]
    end
  end

  def programs
    create_table :tokens do |t|
      t.string :name, null: false
      t.string :digest, null: false, index: { unique: true }
      t.string :person, null: false
      t.text :record_types, null: false
      t.boolean :asks_for_others, null: false, default: false
      t.string :made_by, null: false
      t.datetime :created_at, null: false
      t.datetime :expires_at, null: false
      t.datetime :revoked_at
      t.datetime :last_used_at
    end
  end
end
