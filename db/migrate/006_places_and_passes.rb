# frozen_string_literal: true

# A job has several places and several passes over them; jobs planned with one of each are kept as such.
class PlacesAndPasses < ActiveRecord::Migration[7.2]
  PLACE = %w[shape length width diameter hole side_a side_b side_c sides corners stations].freeze
  PASS = %w[film film_unit sheet surface drink spread method cup].freeze

  def up
    %i[thinnest_film_mm thickest_film_mm thinner_most_pct grain_most_g_m2 moisture_most_pct pack_ml service_c service_cured_c]
      .each { |name| add_column :sheets, name, :float }
    add_column :job_revisions, :parent, :integer
    add_column :job_revisions, :stands_for, :integer
    execute("UPDATE job_revisions SET parent = number - 1, stands_for = number")
    %w[jobs job_revisions].each { |table| convert(table) }
  end

  def down
    raise ActiveRecord::IrreversibleMigration
  end

  private

  def convert(table)
    select_all("SELECT id, document FROM #{table}").each do |row|
      document = JSON.parse(row["document"])
      next if document.empty? || document.key?("passes")

      execute("UPDATE #{table} SET document = #{quote(JSON.generate(renamed(document)))} WHERE id = #{row["id"].to_i}")
    end
  end

  def renamed(document)
    kept = document.to_h { |name, value| [PLACE.include?(name) ? "p1-s1-#{name}" : (PASS.include?(name) && "c1-#{name}") || name, value] }
    known = kept.delete("heat_known")
    kept["c1-known"] = known if known
    { "places" => ["p1"], "p1-form" => "flat", "p1-shapes" => ["s1"], "passes" => ["c1"], "c1-kind" => "coat" }.merge(kept)
  end
end
