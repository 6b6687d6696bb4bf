# frozen_string_literal: true

# Batches that a device took along to where there is no network, until it hands them in.
class TakenAlong < ActiveRecord::Migration[7.2]
  def change
    create_table :takings do |t|
      t.references :batch, null: false, foreign_key: { on_delete: :cascade }
      t.string :device, null: false
      t.string :hand, null: false, default: ""
      t.string :key, null: false, index: { unique: true }
      t.datetime :taken_at, null: false
      t.datetime :back_at
    end
  end
end
