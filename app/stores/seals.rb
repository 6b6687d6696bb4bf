# frozen_string_literal: true

require "zlib"

module Dakren
  module Stores
    # A check sum with every row that holds what somebody told or what happened, so that what a disk changed is told and not believed.
    #
    #   class Sheet < Base
    #     include Seals::Sealed
    #   end
    #   Seals.broken(SQLite3::Database.new(path))   # => ["the data sheet “Stillwater” is not as it was written"]
    module Seals
      COLUMN = "seal"
      NEVER = ["id", COLUMN, "lock_version"].freeze
      # What a job's plan said, with seals of its own.
      SAID = %w[summary summary_of summary_stamp summary_seal calendar calendar_seal first_at over_at keeps_clear clear_of
        busy_digest firm_at].freeze
      # What a batch came to, from what happened to it.
      CAME_TO = %w[met_at poured_at soft_at tacky_at hard_at made_g planned_of verdict room_c tins_c
        told_by lesson aside fault foretold_min resin_g hardener_g].freeze
      # Tables whose rows are sealed: what a row is called, the column that names it, and columns that are worked out from the rest.
      TABLES = {
        "settings" => ["the settings", nil, []],
        "sheets" => ["the data sheet", "resin", %w[shop relearn]],
        "tools" => ["the tool", "name", []],
        "own_figures" => ["a figure of the shop's own", "name", []],
        "own_steps" => ["a step of the shop's own", "label", []],
        "jobs" => ["the job", "name", SAID],
        "job_revisions" => ["an earlier state of a job", nil, []],
        "batches" => ["the batch", "name", CAME_TO],
        "events" => ["an event of the history", "kind", []],
        # Of shops of before, until they are brought up to date.
        "batch_events" => ["an event of a batch", "kind", []],
        "things" => ["a thing jobs share", "name", []],
        "tins" => ["a tin", "lot", %w[level opened_at gone_at]],
        "goods" => ["a good on the shelf", "name", []],
        "appointments" => ["an appointment", "label", []],
        "pictures" => ["a photograph", nil, []],
        "deeds" => ["a deed that was done", nil, []],
        "keepings" => ["what Dakren keeps of its own upkeep", nil, []]
      }.freeze
      # Told of so many at most.
      MOST = 5

      module_function

      # @param values [Array] as the database holds them
      # @return [Integer]
      def of(values)
        values.reduce(0) do |sum, value|
          bytes = value.nil? ? "\xFF".b : value.to_s.b
          Zlib.crc32(bytes, Zlib.crc32([bytes.bytesize].pack("Q"), sum))
        end
      end

      # @param names [Array<String>] of a table's columns
      # @return [Array<String>] those that are sealed, in one order
      def columns(table, names)
        (names - NEVER - TABLES.fetch(table)[2]).sort
      end

      # Rows that are not as they were written, in words.
      # @param file [SQLite3::Database] @param but [Array<String>] tables that are left out
      # @return [Array<String>]
      def broken(file, but: [])
        TABLES.keys.reject { |table| but.include?(table) }.flat_map { |table| broken_in(file, table) }.first(MOST)
      end

      # Seals whatever has no seal yet, after a migration.
      # @param file [SQLite3::Database]
      def seal_all(file)
        each_table(file) do |table, columns|
          rows = file.execute("SELECT id, #{listed(columns)} FROM #{table} WHERE #{COLUMN} IS NULL")
          rows.each { |id, *values| file.execute("UPDATE #{table} SET #{COLUMN} = ? WHERE id = ?", [of(values), id]) }
        end
      end

      # Opens all seals, before a migration changes what they were made of.
      def break_all(file)
        each_table(file) { |table, _| file.execute("UPDATE #{table} SET #{COLUMN} = NULL") }
      end

      def each_table(file)
        TABLES.each_key do |table|
          names = names_in(file, table)
          yield table, columns(table, names) if names.include?(COLUMN)
        end
      end

      def broken_in(file, table)
        names = names_in(file, table)
        return [] unless names.include?(COLUMN)

        what, named, = TABLES.fetch(table)
        columns = columns(table, names)
        file.prepare("SELECT #{[named || "NULL", COLUMN, *columns.map { |name| "\"#{name}\"" }].join(", ")} FROM #{table}") do |rows|
          rows.filter_map do |name, seal, *values|
            next if seal == of(values)

            "#{what}#{" “#{name.to_s.scrub[0, 60]}”" unless name.to_s.empty?} is not as it was written"
          end
        end
      end

      def names_in(file, table)
        file.execute("PRAGMA table_info(#{table})").map { |row| row[1] }
      end

      def listed(columns)
        columns.map { |name| "\"#{name}\"" }.join(", ")
      end
      private_class_method :each_table, :broken_in, :names_in, :listed

      # For a model: seals its row as it is written.
      module Sealed
        def self.included(model)
          model.before_create { seal_now }
          model.before_update { seal_now }
        end

        # @return [Array<String>]
        def self.columns_of(model)
          Seals.columns(model.table_name, model.column_names)
        end

        # Keeps columns without a new time of change, e.g. what was worked out from the rest.
        def keep_quietly(**columns)
          assign_attributes(columns)
          seal_now
          update_columns(**columns, seal: seal)
        end

        private

        def seal_now
          return unless self.class.column_names.include?(COLUMN)

          columns = Sealed.columns_of(self.class)
          written, kept = columns.partition { |name| new_record? || will_save_change_to_attribute?(name) }
          held = { **written.to_h { |name| [name, as_held(@attributes[name].value_for_database)] }, **as_it_stands(kept) }
          self[COLUMN] = Seals.of(held.values_at(*columns))
        end

        # What is not written now stays as the database holds it, to the letter: whoever wrote it since this was read.
        # @return [Hash{String=>Object}]
        def as_it_stands(columns)
          return {} if columns.empty?

          listed = columns.map { |name| self.class.connection.quote_column_name(name) }.join(", ")
          self.class.connection.select_one("SELECT #{listed} FROM #{self.class.quoted_table_name} WHERE id = #{id.to_i}") || {}
        end

        # As SQLite gives it back.
        def as_held(value)
          case value
          when true then 1
          when false then 0
          when Time, DateTime then self.class.connection.quoted_date(value)
          else value
          end
        end
      end
    end
  end
end
