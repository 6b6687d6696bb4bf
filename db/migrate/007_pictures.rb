# frozen_string_literal: true

# Photographs a piece is traced from, kept with their job.
class Pictures < ActiveRecord::Migration[7.2]
  def change
    create_table :pictures do |t|
      t.references :job, null: false, foreign_key: { on_delete: :cascade }
      t.string :kind, null: false
      t.integer :width, null: false
      t.integer :height, null: false
      t.binary :bytes, null: false, limit: 20_000_000
      t.datetime :created_at, null: false
    end
  end
end
