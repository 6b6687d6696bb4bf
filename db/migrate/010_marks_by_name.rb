# frozen_string_literal: true

require "json"

# What really happened to coats was kept as rows in their order; now each mark names its coat and section.
class MarksByName < ActiveRecord::Migration[7.2]
  MARKS = %w[began finished soft].freeze

  def up
    %w[jobs job_revisions].each do |table|
      select_rows("SELECT id, document FROM #{table} WHERE document LIKE '%-real\"%'").each do |id, text|
        execute("UPDATE #{table} SET document = #{quote(JSON.generate(named(JSON.parse(text))))} WHERE id = #{id.to_i}")
      end
    end
  end

  def down
    raise ActiveRecord::IrreversibleMigration
  end

  private

  def named(document)
    document.each_with_object({}) do |(key, value), found|
      pass = key[/\A(c\d+)-real\z/, 1]
      next found[key] = value unless pass

      sections = [document.dig("#{pass}-sections", "typed").to_i, 1].max
      Array(value).each_with_index do |row, i|
        MARKS.zip(Array(row)) do |mark, kept|
          typed = kept.is_a?(Hash) ? kept["typed"].to_s : kept.to_s
          found["#{pass}-#{mark}_#{(i / sections) + 1}_#{(i % sections) + 1}"] = typed unless typed.empty?
        end
      end
    end
  end
end
