# frozen_string_literal: true

# How many CSS pixels a millimetre is on the shop's screen, set once against a bank card.
class ScreenScale < ActiveRecord::Migration[7.2]
  def change
    add_column :settings, :px_per_mm, :float, null: false, default: 3.7795
  end
end
