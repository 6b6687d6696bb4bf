# frozen_string_literal: true

# How warm the room and the parts were measured as a batch was mixed stands beside it, worked out from its events: a plan goes by it.
class AsItWasMeasured < ActiveRecord::Migration[7.2]
  def change
    add_column :batches, :room_c, :float
    add_column :batches, :tins_c, :float
  end
end
