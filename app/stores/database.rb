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
      SEALED = "rows sealed"
      THREADS = 8
      # Those of the door to the workshop, where it is open.
      SHARED_THREADS = 6
      # What is acknowledged is on the disk.
      PRAGMAS = { "synchronous" => "full" }.freeze

      # SQLite has one writer: threads of this process take turns before they ask for it. Nothing is planned, read from a file or
      # asked of a device while the turn is held.
      TURN = Monitor.new

      class << self
        # @return [String] of the file that is open
        attr_reader :path
      end

      module_function

      # @yield with the right to write
      # @raise [Health::Damaged] where the file is damaged: nothing is written to it
      def writing(&)
        raise Health::Damaged, Health.trouble.says if Health.trouble

        TURN.synchronize(&)
      end

      # @param dir [String] folder of the shop's data; made if missing
      # @return [String] path of the database
      # @raise [DataFolder::Refused]
      def open(dir)
        FileUtils.mkdir_p(dir)
        @path = File.join(dir, FILE)
        look if File.exist?(path)
        connect
        migrate
        path
      end

      # A file that is none of ours, or of a later Dakren, is left alone: it is looked into before anything is done to it. What is damaged
      # is told, and opened for reading; an earlier Dakren's is copied before it is brought up to date.
      # @raise [DataFolder::Refused]
      def look
        file = ShopFile.new(path)
        theirs = file.version
        if theirs > newest
          file.refuse("was written by a newer Dakren than this one (#{theirs}; this one knows #{newest}). Start that one; nothing was " \
                      "changed.")
        end

        Health.trouble = Health.look(path)
        return if theirs == newest
        raise DataFolder::Refused, Health.trouble.says if Health.trouble

        Backup.make(path, Copies.of(path).fresh("migration"))
      rescue Backup::Failed => e
        raise DataFolder::Refused, "This shop is of an earlier Dakren and is copied before it is brought up to date. #{e.message}"
      end

      def connect
        require "active_record/connection_adapters/sqlite3_adapter"
        adapter = ActiveRecord::ConnectionAdapters::SQLite3Adapter
        adapter.prepend(WritesAtOnce) unless adapter.include?(WritesAtOnce)
        ActiveRecord::Base.establish_connection(adapter: "sqlite3", database: path, pool: THREADS + SHARED_THREADS + 2, pragmas: PRAGMAS)
        ActiveRecord::Base.with_connection { |connection| connection.execute("PRAGMA journal_mode = WAL") } unless Health.trouble
      end

      # @return [Integer] number of the newest migration this Dakren has
      def newest
        @newest ||= Dir.children(MIGRATIONS).map(&:to_i).max
      end

      def migrations
        ActiveRecord::MigrationContext.new(MIGRATIONS)
      end

      def migrate
        return if Health.trouble

        ActiveRecord::Migration.verbose = false
        open_seals if ActiveRecord::Base.with_connection { migrations.needs_migration? }
        # A table that is made anew is dropped in between: what points at it must not go with it.
        ActiveRecord::Base.with_connection { |connection| connection.disable_referential_integrity { migrations.migrate } }
        seal unless Keeping.of(SEALED).to_i == newest
      end

      # Before anything is changed that seals were made of: said in the file, so that a start that is broken off is gone on with.
      def open_seals
        Backup.reading(path) do |file|
          next unless Health.keeps?(file)

          file.transaction(:immediate) do
            Seals.break_all(file)
            file.execute("UPDATE keepings SET value = ? WHERE name = ?", [Health::OPEN, SEALED])
          end
        end
      end

      # Every row sealed anew, after a migration has changed what the seals were made of; and how the tables were made.
      def seal
        Base.descendants.each(&:reset_column_information)
        writing do
          Backup.reading(path) do |file|
            file.transaction(:immediate) { Seals.seal_all(file) }
            Keeping.keep(Health::SCHEMA, Health.schema_of(file))
          end
          Keeping.keep(SEALED, newest)
        end
      end

      # What this thread's connection sees, as far as anybody has written: the same as long as nothing was written by anyone.
      # @return [Array]
      def state
        ActiveRecord::Base.with_connection do |connection|
          raw = connection.raw_connection
          [raw.object_id, connection.select_value("PRAGMA data_version"), raw.total_changes]
        end
      end

      # Folds the log into the file, so that the file by itself holds everything.
      # @return [Boolean] is it folded in?
      def fold(busy_ms: 100)
        Backup.reading(path) do |file|
          file.busy_timeout = busy_ms
          file.execute("PRAGMA wal_checkpoint(TRUNCATE)").flatten.first.to_i.zero?
        end
      rescue SQLite3::Exception
        false
      end

      # How long ago it was written to.
      # @return [Float, nil] seconds; nil where nothing waits in the log
      def quiet_s
        log = "#{path}-wal"
        File.size?(log) && (Time.now - File.mtime(log))
      rescue Errno::ENOENT
        nil
      end

      def close
        ActiveRecord::Base.connection_handler.clear_all_connections!
        fold(busy_ms: 2000) unless Health.trouble
      end

      # Puts a copy in the place of the shop that is open; what stood there is copied first.
      # @param file [String]
      # @return [Backup::Restored]
      # @raise [Backup::Failed]
      def put_back(file)
        TURN.synchronize do
          Backup.fit(file)
          kept = replaced
          counts = Backup.over(file, path)
          Health.trouble = nil
          ActiveRecord::Base.connection_handler.clear_active_connections!
          ActiveRecord::Base.with_connection { |connection| connection.execute("PRAGMA journal_mode = WAL") }
          migrate
          Backup::Restored.new(path: path, counts: counts, replaced: kept)
        end
      end

      # What is about to be replaced, copied; where it is damaged, byte by byte.
      def replaced
        to = Copies.of(path).fresh("replaced")
        return Backup.make(path, to).path unless Health.trouble

        FileUtils.cp(path, to)
        FileUtils.cp("#{path}-wal", "#{to}-wal") if File.size?("#{path}-wal")
        to
      end
      private_class_method :look, :connect, :seal, :replaced

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
