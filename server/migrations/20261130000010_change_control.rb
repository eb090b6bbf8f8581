# frozen_string_literal: true

# Change sets beside each other, with what keeps them apart: who wrote what, what is not settled, what was taken back,
# what was said of it and who signed it.
class ChangeControl < ActiveRecord::Migration[7.2]
  def up
    execute "DROP INDEX one_open_change_set"
    change_table :change_sets, bulk: true do |t|
      t.text :purpose, null: false, default: ""
      t.string :owner, null: false, default: ""
      t.datetime :dropped_at
      t.datetime :publish_at
      t.text :publish_order
      t.index :id, name: :open_change_sets, where: "published_edition IS NULL AND dropped_at IS NULL"
    end
    edits
    words_and_signatures
  end

  def down
    drop_table :approvals
    drop_table :comments
    execute "DELETE FROM edits WHERE taken_back_at IS NOT NULL"
    remove_index :edits, name: :one_edit_a_subject
    remove_columns :edits, :authors, :unsettled, :taken_back_at
    add_index :edits, %i[change_set_id kind subject], unique: true
    remove_index :change_sets, name: :open_change_sets
    remove_columns :change_sets, :purpose, :owner, :dropped_at, :publish_at, :publish_order
    execute "CREATE UNIQUE INDEX one_open_change_set ON change_sets ((published_edition IS NULL)) WHERE " \
            "published_edition IS NULL"
  end

  private

  def edits
    change_table :edits, bulk: true do |t|
      t.text :authors, null: false, default: "[]"
      t.text :unsettled
      t.datetime :taken_back_at
    end
    remove_index :edits, %i[change_set_id kind subject]
    add_index :edits, %i[change_set_id kind subject], unique: true, where: "taken_back_at IS NULL",
                                                      name: :one_edit_a_subject
  end

  def words_and_signatures
    create_table :comments do |t|
      t.references :change_set, null: false, foreign_key: { on_delete: :cascade }
      t.references :edit, foreign_key: { on_delete: :nullify }
      t.text :words, null: false
      t.string :author, null: false
      t.integer :account_id
      t.datetime :created_at, null: false
    end
    create_table :approvals do |t|
      t.references :change_set, null: false, foreign_key: { on_delete: :cascade }
      t.string :digest, null: false
      t.string :verdict, null: false
      t.integer :account_id, null: false
      t.string :name, null: false
      t.text :words, null: false, default: ""
      t.datetime :created_at, null: false
      t.check_constraint "verdict IN ('asked', 'approved', 'sent_back')"
      t.index %i[change_set_id id]
    end
  end
end
