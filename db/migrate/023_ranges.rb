# frozen_string_literal: true

# Times a data sheet tells as a range are kept as one.
class Ranges < ActiveRecord::Migration[7.2]
  def change
    add_column :sheets, :ranges, :text
  end
end
