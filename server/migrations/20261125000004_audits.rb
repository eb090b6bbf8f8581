# frozen_string_literal: true

# Runs of the audit with what they found, and findings that someone has accepted.
class Audits < ActiveRecord::Migration[7.2]
  def change
    create_table :audit_runs do |t|
      t.string :state, null: false
      t.string :subject, null: false
      t.string :status, null: false, default: "running"
      t.integer :done, null: false, default: 0
      t.integer :total, null: false, default: 0
      t.string :looking_at, null: false, default: ""
      t.text :findings
      t.text :parts
      t.string :started_by, null: false
      t.datetime :started_at, null: false
      t.datetime :finished_at
      t.index %i[state id]
      t.check_constraint "status IN ('running', 'done', 'cancelled', 'broken_off')"
    end
    create_table :acceptances do |t|
      t.string :finding, null: false, index: { unique: true }
      t.string :basis, null: false
      t.string :reason, null: false
      t.string :accepted_by, null: false
      t.date :until
      t.datetime :accepted_at, null: false
    end
  end
end
