# frozen_string_literal: true

require_relative "database"

module Dakren
  module Stores
    # One line of the book: a batch, or something that happened to a job or was told of a batch. Made from what happened, and made anew
    # from it at any time; its words are searched.
    #
    # key: "batch-12" or "event-345"; kind: of KINDS; mix: "resin + hardener"; fault: what was found wrong, of Faults::SIGNS.
    class Entry < Base
      KINDS = { "batch" => "batches", "coat" => "coats", "check" => "checks", "note" => "notes", "fault" => "faults found" }.freeze
      LONGEST = 400

      belongs_to :job, class_name: "Dakren::Stores::Job", optional: true
      belongs_to :batch, class_name: "Dakren::Stores::Batch", optional: true

      # What stands in an indexed column, each once: from one to the next along its index, and not through every line.
      # @param column [String] mix or fault
      # @return [Array<String>]
      def self.values_of(column)
        name = connection.quote_column_name(column)
        connection.select_values(<<~SQL)
          WITH RECURSIVE found(one) AS (
            SELECT min(#{name}) FROM entries WHERE #{name} > ''
            UNION ALL SELECT (SELECT min(#{name}) FROM entries WHERE #{name} > one) FROM found WHERE one IS NOT NULL)
          SELECT one FROM found WHERE one IS NOT NULL LIMIT 400
        SQL
      end

      # Puts a line into the book, or writes it anew.
      # @param words [String] that it is found by
      def self.put(key, words:, **columns)
        entry = find_or_initialize_by(key: key)
        entry.update!(**columns.transform_values { |value| value.is_a?(String) ? value[0, LONGEST] : value })
        connection.execute("DELETE FROM entry_words WHERE rowid = #{entry.id.to_i}")
        connection.execute(sanitize_sql(["INSERT INTO entry_words (rowid, words) VALUES (?, ?)", entry.id, words]))
        entry
      end

      # @param key [String]
      def self.take_out(key)
        entry = find_by(key: key) or return
        connection.execute("DELETE FROM entry_words WHERE rowid = #{entry.id.to_i}")
        entry.destroy!
      end
    end
  end
end
