# frozen_string_literal: true

require "json"

# What a sheet says of the work is kept by name in one column: a new property needs no column of its own.
class Properties < ActiveRecord::Migration[7.2]
  NAMES = %w[thinnest_film_mm thickest_film_mm thinner_most_pct grain_most_g_m2 moisture_most_pct pack_ml service_c service_cured_c].freeze

  def up
    add_column :sheets, :properties, :text
    select_all("SELECT id, #{NAMES.join(", ")} FROM sheets").each do |row|
      told = row.slice(*NAMES).compact
      execute("UPDATE sheets SET properties = #{quote(JSON.generate(told))} WHERE id = #{Integer(row["id"])}")
    end
    NAMES.each { |name| remove_column :sheets, name }
  end

  def down
    raise ActiveRecord::IrreversibleMigration
  end
end
