# frozen_string_literal: true

# How days and hours are written: day or month first, 24 or 12 hours.
class Dates < ActiveRecord::Migration[7.2]
  def change
    add_column :settings, :dates, :string, null: false, default: "day-24"
  end
end
