# frozen_string_literal: true

# Long jobs of every kind; runs of the audit become jobs.
class Jobs < ActiveRecord::Migration[7.2]
  def up
    create_table :jobs do |t|
      t.string :kind, null: false
      t.string :topic, null: false
      t.string :subject, null: false
      t.string :status, null: false, default: "queued"
      t.text :given, null: false, default: "{}"
      t.text :result
      t.integer :done, null: false, default: 0
      t.integer :total, null: false, default: 0
      t.integer :parts, null: false, default: 0
      t.string :looking_at, null: false, default: ""
      t.string :started_by, null: false
      t.integer :account_id
      t.integer :attempts, null: false, default: 0
      t.string :runner
      t.datetime :beat_at
      t.datetime :created_at, null: false
      t.datetime :started_at
      t.datetime :finished_at
      t.index %i[kind topic id]
      t.index %i[status id]
      t.check_constraint "status IN ('queued', 'running', 'done', 'cancelled', 'broken_off')"
    end
    execute <<~SQL
      INSERT INTO jobs (kind, topic, subject, status, result, done, total, parts, looking_at, started_by, account_id, created_at, started_at, finished_at)
      SELECT 'audit', state, subject, CASE status WHEN 'running' THEN 'broken_off' ELSE status END,
             CASE WHEN parts IS NULL THEN NULL ELSE json_object('parts', json(parts)) END,
             done, total, proved, looking_at, started_by, account_id, started_at, started_at, finished_at
      FROM audit_runs ORDER BY id
    SQL
    drop_table :audit_runs
  end

  def down
    create_table :audit_runs do |t|
      t.string :state, null: false
      t.string :subject, null: false
      t.string :status, null: false, default: "running"
      t.integer :done, null: false, default: 0
      t.integer :total, null: false, default: 0
      t.string :looking_at, null: false, default: ""
      t.text :parts
      t.string :started_by, null: false
      t.datetime :started_at, null: false
      t.datetime :finished_at
      t.integer :proved, null: false, default: 0
      t.integer :account_id
      t.index %i[state id]
      t.check_constraint "status IN ('running', 'done', 'cancelled', 'broken_off')"
    end
    drop_table :jobs
  end
end
