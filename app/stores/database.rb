# frozen_string_literal: true

require "fileutils"
require "monitor"
require "sqlite3"

ActiveSupport.to_time_preserves_timezone = true

module Dakren
  # Active Record models: they keep and check, and never compute.
  module Stores
    # A transaction of ours is one that writes: it takes the writer's turn as it begins, and waits for it asleep, so that no other thread
    # of the process stands still meanwhile.
    module WritesAtOnce
      BUSY_S = 5.0
      NAP_S = 0.01

      def begin_db_transaction
        log("begin immediate transaction", "TRANSACTION") do
          with_raw_connection(allow_retry: true, materialize_transactions: false) do |connection|
            connection.transaction(:immediate).tap { verified! }
          end
        end
      end

      def configure_connection
        super
        since = nil
        raw_connection.busy_handler do |count|
          now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
          since = now if count.zero? || since.nil?
          Kernel.sleep(NAP_S)
          now - since < BUSY_S
        end
      end
    end

    # The shop's one SQLite file: opened, brought up to date, and set up for several readers and a writer.
    module Database
      FILE = "dakren.sqlite3"
      MIGRATIONS = File.join(ROOT, "db", "migrate")
      EMPTY = "%s is empty: it was cut off, or copied only in part. Put your copy of it there; " \
              "or take the file away, if a new shop is meant."
      THREADS = 8
      # What is acknowledged is on the disk.
      PRAGMAS = { "synchronous" => "full" }.freeze

      # SQLite has one writer: threads of this process take turns before they ask for it. Nothing is planned, read from a file or
      # asked of a device while the turn is held.
      TURN = Monitor.new

      module_function

      # @yield with the right to write
      def writing(&)
        TURN.synchronize(&)
      end

      # @param dir [String] folder of the shop's data; made if missing
      # @return [String] path of the database
      # @raise [DataFolder::Refused]
      def open(dir)
        FileUtils.mkdir_p(dir)
        path = File.join(dir, FILE)
        known(path) if File.exist?(path)
        require "active_record/connection_adapters/sqlite3_adapter"
        adapter = ActiveRecord::ConnectionAdapters::SQLite3Adapter
        adapter.prepend(WritesAtOnce) unless adapter.include?(WritesAtOnce)
        ActiveRecord::Base.establish_connection(adapter: "sqlite3", database: path, pool: THREADS + 2, pragmas: PRAGMAS)
        ActiveRecord::Base.connection.execute("PRAGMA journal_mode = WAL")
        migrate
        path
      end

      # A file that is none of ours, or of a later Dakren, is left alone: it is looked into before anything is done to it.
      # @raise [DataFolder::Refused]
      def known(path)
        theirs = version_in(path)
        raise DataFolder::Refused, "#{path} holds no shop of Dakren's. Put your copy of it there, or take the file away." if theirs.zero?

        ours = Dir.children(MIGRATIONS).map(&:to_i).max
        return if theirs <= ours

        raise DataFolder::Refused, "#{path} was written by a newer Dakren than this one (#{theirs}, and this one knows #{ours}). " \
                                   "Start that one; nothing was changed."
      end

      # @return [Integer] 0 where it is no shop
      def version_in(path)
        raise DataFolder::Refused, EMPTY % path if File.empty?(path)

        file = SQLite3::Database.new(path, readonly: true)
        file.get_first_value("SELECT max(CAST(version AS integer)) FROM schema_migrations").to_i
      rescue SQLite3::Exception
        0
      ensure
        file&.close
      end

      def migrations
        ActiveRecord::MigrationContext.new(MIGRATIONS)
      end

      def migrate
        ActiveRecord::Migration.verbose = false
        migrations.migrate
      end

      def close
        ActiveRecord::Base.connection_handler.clear_all_connections!
      end

      # Is this what SQLite says when another process is writing for too long?
      def busy?(error)
        error.message.match?(/database (?:table )?is locked|BusyException/) || (error.cause ? busy?(error.cause) : false)
      end
    end

    # What every model shares.
    class Base < ActiveRecord::Base
      self.abstract_class = true
    end
  end
end
