# frozen_string_literal: true

# What a sheet may say of speed and heat beside one pot life; any one statement of speed suffices. Its clock is worked out once and kept.
class Clock < ActiveRecord::Migration[7.2]
  def change
    change_column_null :sheets, :working_min, true
    change_column_null :sheets, :reference_temp_c, true
    change_table :sheets, bulk: true do |t|
      t.float :inert_pct
      t.float :pot_peak_c
      t.text :more_pot_lives
      t.text :calibration
    end
  end
end
