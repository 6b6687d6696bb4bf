# frozen_string_literal: true

# Devices that came in with the shop's passphrase, and links that only look.
class SharedWithTheWorkshop < ActiveRecord::Migration[7.2]
  def change
    create_table :guests do |t|
      t.string :name, null: false
      t.string :key_digest, null: false, index: { unique: true }
      t.string :came_from, null: false, default: ""
      t.datetime :entered_at, null: false
      t.datetime :seen_at, null: false
      t.datetime :ends_at, null: false
      t.datetime :locked_at
    end
    create_table :look_links do |t|
      t.string :key_digest, null: false, index: { unique: true }
      t.string :what, null: false
      t.references :job, foreign_key: { on_delete: :cascade }
      t.references :batch, foreign_key: { on_delete: :cascade }
      t.string :for_whom, null: false, default: ""
      t.datetime :made_at, null: false
      t.date :ends_on
      t.datetime :withdrawn_at
      t.datetime :seen_at
    end
  end
end
