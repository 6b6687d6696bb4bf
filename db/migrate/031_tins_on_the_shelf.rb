# frozen_string_literal: true

# What stands on the shelf: tins of resins and of hardeners, what happened to each, and what batches drew from them. Data sheets can be
# retired, and have editions; prices are in one currency.
class TinsOnTheShelf < ActiveRecord::Migration[7.2]
  def change
    create_table :tins do |t|
      t.string :resin, null: false
      t.string :hardener, null: false, default: ""
      t.string :lot, null: false, default: ""
      t.integer :set_no
      t.string :unit, null: false, default: "g"
      t.float :size, null: false
      t.float :empty
      t.float :price
      t.string :use_by, null: false, default: ""
      t.float :level, null: false, default: 0
      t.float :opened_at
      t.float :gone_at
      t.integer :seal
      t.timestamps
      t.index %i[resin hardener gone_at]
    end
    create_table :draws do |t|
      t.references :batch, null: false, foreign_key: { on_delete: :cascade }
      t.references :tin, null: false, foreign_key: { on_delete: :cascade }
      t.float :amount, null: false
      t.float :at, null: false
    end
    # What else is there: cups, gloves, cloth, powder.
    create_table :goods do |t|
      t.string :name, null: false
      t.string :unit, null: false
      t.float :amount, null: false
      t.integer :seal
      t.timestamps
      t.index :name, unique: true
    end
    add_reference :events, :tin, foreign_key: { on_delete: :cascade }, index: false
    add_index :events, %i[tin_id number], unique: true, where: "tin_id IS NOT NULL"
    # Batches of one mix are found by what they were made of.
    add_index :batches, "json_extract(sheet, '$.resin'), json_extract(sheet, '$.hardener')", name: "batches_by_mix"
    add_column :settings, :currency, :string, null: false, default: ""
    add_column :sheets, :edition, :string, null: false, default: ""
    add_column :sheets, :retired, :boolean, null: false, default: false
    # Does a tin of hardener belong to its tin of resin?
    add_column :sheets, :paired, :boolean, null: false, default: true
    remove_index :sheets, %i[resin hardener], unique: true
    add_index :sheets, %i[resin hardener edition], unique: true
  end
end
