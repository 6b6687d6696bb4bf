# frozen_string_literal: true

# Batches at the bench, and everything that happened to each, in order.
class CreateBench < ActiveRecord::Migration[7.2]
  def change
    create_table :batches do |t|
      t.references :job, foreign_key: { on_delete: :nullify }
      t.integer :cup_number
      t.string :name, null: false
      t.text :recipe, null: false
      t.text :sheet, null: false
      t.datetime :finished_at
      t.timestamps
    end

    create_table :batch_events do |t|
      t.references :batch, null: false, foreign_key: { on_delete: :cascade }, index: false
      t.integer :number, null: false
      t.string :kind, null: false
      t.float :at, null: false
      t.text :data, null: false, default: "{}"
    end
    add_index :batch_events, %i[batch_id number], unique: true

    create_table :tools do |t|
      t.string :kind, null: false
      t.string :name, null: false
      t.text :numbers, null: false, default: "{}"
      t.timestamps
    end
    add_index :tools, :name, unique: true

    add_column :settings, :pour_first, :string, null: false, default: "resin"
  end
end
