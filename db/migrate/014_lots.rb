# frozen_string_literal: true

# Lots noted when tins were taken stand with the cup too, so that a search need not read everything that ever happened.
class Lots < ActiveRecord::Migration[7.2]
  def up
    add_column :batches, :lots, :string, null: false, default: ""
    execute(<<~SQL.squish)
      UPDATE batches SET lots = COALESCE((
        SELECT TRIM(COALESCE(json_extract(data, '$.lot_a'), '') || ' ' || COALESCE(json_extract(data, '$.lot_b'), ''))
      FROM batch_events WHERE batch_id = batches.id AND data LIKE '%"lot\\_%' ESCAPE '\\' ORDER BY number LIMIT 1), '')
    SQL
  end

  def down
    remove_column :batches, :lots
  end
end
