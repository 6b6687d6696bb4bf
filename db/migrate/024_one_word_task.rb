# frozen_string_literal: true

require "json"
require "zlib"

# What is done on the places of a job is called a task everywhere: the list that names them in a document, in every state it was in, and
# in what changed from one of these to the next.
class OneWordTask < ActiveRecord::Migration[7.2]
  BEFORE = "passes"
  AFTER = "tasks"

  def up
    documents("jobs")
    documents("job_revisions")
    select_rows("SELECT id, delta FROM job_revisions WHERE delta IS NOT NULL").each do |id, bytes|
      delta = JSON.parse(Zlib::Inflate.inflate(bytes))
      hold("job_revisions", "delta", id, Zlib::Deflate.deflate(JSON.generate(changed(delta)), Zlib::BEST_COMPRESSION)) if told?(delta)
    end
  end

  def down
    raise ActiveRecord::IrreversibleMigration
  end

  private

  def documents(table)
    select_rows("SELECT id, document FROM #{table} WHERE document LIKE '%\"#{BEFORE}\"%'").each do |id, text|
      document = JSON.parse(text)
      hold(table, "document", id, JSON.generate(renamed(document))) if document.key?(BEFORE)
    end
  end

  # The same in the same order, under its name.
  def renamed(document)
    document.transform_keys { |key| key == BEFORE ? AFTER : key }
  end

  def told?(delta)
    delta["set"]&.key?(BEFORE) || delta["cut"]&.key?(BEFORE) || delta["gone"]&.include?(BEFORE)
  end

  def changed(delta)
    delta.to_h do |name, found|
      [name, if found.is_a?(Array)
               found.map { |key| key == BEFORE ? AFTER : key }
             else
               renamed(found)
             end]
    end
  end

  # What is written is sealed anew, with all that has no seal yet.
  def hold(table, column, id, value)
    held = value.encoding == Encoding::BINARY ? ActiveModel::Type::Binary::Data.new(value) : value
    connection.exec_update("UPDATE #{table} SET #{column} = ?, seal = NULL WHERE id = ?", "One word",
      [ActiveRecord::Relation::QueryAttribute.new(column, held, ActiveRecord::Type::Value.new),
        ActiveRecord::Relation::QueryAttribute.new("id", id, ActiveRecord::Type::Value.new)])
  end

  def select_rows(sql)
    connection.select_rows(sql)
  end
end
