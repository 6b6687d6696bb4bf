# frozen_string_literal: true

require "fileutils"
require "monitor"

ActiveSupport.to_time_preserves_timezone = true

module Dakren
  # Active Record models: they keep and check, and never compute.
  module Stores
    # The shop's one SQLite file: opened, brought up to date, and set up for several readers and a writer.
    module Database
      FILE = "dakren.sqlite3"
      BUSY_MS = 5000
      THREADS = 8

      # SQLite has one writer, and its own wait for it stops every thread of a process: threads of this
      # one take turns here instead. Another process on the same file is waited for by BUSY_MS.
      TURN = Monitor.new

      module_function

      # @yield with the right to write
      def writing(&)
        TURN.synchronize(&)
      end

      # @param dir [String] folder of the shop's data; made if missing
      # @return [String] path of the database
      def open(dir)
        FileUtils.mkdir_p(dir)
        path = File.join(dir, FILE)
        ActiveRecord::Base.establish_connection(adapter: "sqlite3", database: path, timeout: BUSY_MS, pool: THREADS + 2)
        ActiveRecord::Base.connection.execute("PRAGMA journal_mode = WAL")
        migrate
        path
      end

      def migrate
        ActiveRecord::Migration.verbose = false
        ActiveRecord::MigrationContext.new(File.join(ROOT, "db", "migrate")).migrate
      end

      def close
        ActiveRecord::Base.connection_handler.clear_all_connections!
      end
    end

    # What every model shares.
    class Base < ActiveRecord::Base
      self.abstract_class = true
    end
  end
end
