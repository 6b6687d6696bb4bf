# frozen_string_literal: true

class CreateShop < ActiveRecord::Migration[7.2]
  def change
    create_table :settings do |t|
      t.string :units, null: false, default: "metric"
      t.float :shop_temp_c, null: false, default: 20.0
      t.boolean :demo_loaded, null: false, default: false
      t.timestamps
    end

    create_table :sheets do |t|
      t.string :resin, null: false
      t.string :hardener, null: false
      t.string :ratio_by, null: false
      t.float :ratio_resin, null: false
      t.float :ratio_hardener, null: false
      t.float :resin_density_g_ml
      t.float :hardener_density_g_ml
      t.float :reference_temp_c, null: false
      t.float :working_min, null: false
      t.float :pot_life_min
      t.float :pot_mass_g
      t.float :max_depth_mm
      t.float :depth_peak_limit_c
      t.float :heat_j_g
      t.float :activation_kj_mol
      t.float :heat_capacity_j_gk
      t.float :conductivity_w_mk
      t.float :lowest_c
      t.float :highest_c
      t.float :extra_resin_pct
      t.float :extra_hardener_pct
      t.float :mix_cup_min, null: false, default: 3
      t.float :mix_pail_min
      t.float :second_cup_min, null: false, default: 0
      t.text :stages, null: false, default: "{}"
      t.text :purposes, null: false, default: "[]"
      t.text :notes, null: false, default: ""
      t.integer :lock_version, null: false, default: 0
      t.timestamps
    end
    add_index :sheets, %i[resin hardener], unique: true

    create_table :jobs do |t|
      t.string :name, null: false, default: ""
      t.text :document, null: false, default: "{}"
      t.integer :revision, null: false, default: 1
      t.timestamps
    end

    create_table :job_revisions do |t|
      t.references :job, null: false, foreign_key: { on_delete: :cascade }, index: false
      t.integer :number, null: false
      t.text :document, null: false
      t.datetime :created_at, null: false
    end
    add_index :job_revisions, %i[job_id number], unique: true
  end
end
