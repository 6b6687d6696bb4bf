# frozen_string_literal: true

# Many sheets give their working time at two temperatures; the activation energy is fitted from them.
class SecondTemperature < ActiveRecord::Migration[7.2]
  def change
    add_column :sheets, :second_working_min, :float
    add_column :sheets, :second_temp_c, :float
  end
end
