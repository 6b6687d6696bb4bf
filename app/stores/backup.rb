# frozen_string_literal: true

require "fileutils"
require "sqlite3"

module Dakren
  module Stores
    # Copies of a whole shop, photographs included, made while it is open; and the way back.
    #
    #   Backup.make("data/dakren.sqlite3", "/media/stick/shop.sqlite3").counts   # => {"jobs" => 12, ...}
    #   Backup.restore("/media/stick/shop.sqlite3", "data")
    module Backup
      # Pages copied at a time, so that nobody waits for a copy.
      STEP_PAGES = 500
      NAP_S = 0.002
      BUSY_MS = 5000
      # What SQLite keeps beside a file while it is open.
      BESIDE = %w[-wal -shm -journal].freeze

      # It cannot be made, or is none; why, as a sentence.
      class Failed < StandardError; end

      # counts: rows by table
      Made = Value.define(:path, :bytes, :counts)
      # replaced: path of what stood there before, nil where nothing did
      Restored = Value.define(:path, :counts, :replaced)

      KNOWN = Memo.new(60)

      module_function

      # A copy by SQLite's own online backup, opened and counted before it gets its name.
      # @param from [String] path of a shop @param to [String] path of the copy; what stands there is replaced once the copy is good
      # @return [Made]
      # @raise [Failed]
      def make(from, to)
        raise Failed, "There is no shop at #{from}." unless File.file?(from)

        to = Copies.new(to).fresh("asked") if File.directory?(to)
        may_replace(from, to)
        FileUtils.mkdir_p(File.dirname(to), mode: DataFolder::FOLDER_MODE)
        part = "#{to}.part"
        FileUtils.rm_f(part)
        before = copy(from, part)
        after = check(part)
        raise Failed, "The copy came out otherwise than the shop (#{after} rows by table, not #{before})." unless before == after

        in_place(part, to)
        Made.new(path: to, bytes: File.size(to), counts: after)
      rescue SQLite3::Exception, SystemCallError => e
        raise Failed, "The copy could not be made: #{to} #{ShopFile.meaning(e) || e.message}"
      ensure
        FileUtils.rm_f(part) if part
      end

      # Puts a copy in a shop's place while no server runs. What stood there is kept.
      # @param file [String] @param dir [String] folder of the shop's data; made if missing
      # @return [Restored]
      # @raise [Failed] @raise [DataFolder::Refused]
      def restore(file, dir)
        path = File.join(dir, Database::FILE)
        raise Failed, "There is no file at #{file}." unless File.file?(file)
        raise Failed, "#{file} is the shop in #{dir} already. Name the copy that is to be put back." if same?(file, path)

        FileUtils.mkdir_p(dir, mode: DataFolder::FOLDER_MODE)
        part = brought(file, "#{path}.part")
        counts = fit(part)
        replaced = aside(path) if File.exist?(path)
        in_place(part, path)
        Restored.new(path: path, counts: counts, replaced: replaced)
      rescue SystemCallError => e
        raise Failed, "It could not be put back: #{path} #{ShopFile.meaning(e) || e.message}"
      rescue Failed => e
        raise Failed, e.message.gsub("#{path}.part", file)
      ensure
        swept("#{path}.part") if path
      end

      # Is it a shop this Dakren can open, and whole?
      # @return [Hash{String=>Integer}] rows by table
      # @raise [Failed] with what is wrong
      def fit(file)
        raise Failed, "There is no file at #{file}." unless File.file?(file)

        version = ShopFile.new(file).version
        raise Failed, "#{file} was written by a newer Dakren than this one. Put it back with that one." if version > Database.newest

        check(file)
      rescue DataFolder::Refused => e
        raise Failed, e.message
      end

      # The same without a reason.
      # @return [Boolean]
      def whole?(file)
        KNOWN.recall([file, File.mtime(file), File.size(file)]) { !fit(file).nil? }
      rescue Failed, SystemCallError
        false
      end

      # Copies one shop over another that is open: whoever reads sees the one or the other.
      # @param file [String] a copy @param path [String] of the open shop
      # @return [Hash{String=>Integer}] rows by table
      def over(file, path)
        counts = fit(file)
        reading(file) do |source|
          reading(path) do |target|
            backup = SQLite3::Backup.new(target, "main", source, "main")
            done = backup.step(-1)
            backup.finish
            unless done == SQLite3::Constants::ErrorCode::DONE
              raise Failed, "It could not be put back: SQLite answered #{done}. Nothing was changed."
            end
          end
        end
        counts
      rescue SQLite3::Exception => e
        raise Failed, "It could not be put back: #{ShopFile.meaning(e) || e.message} Nothing was changed."
      end

      # A connection of its own, beside those of the pages.
      # @yieldparam [SQLite3::Database]
      def reading(path)
        file = SQLite3::Database.new(path)
        file.busy_timeout = BUSY_MS
        yield file
      ensure
        file&.close
      end

      # @return [Hash{String=>Integer}] rows by table, as they were in the moment that was copied
      def copy(from, to)
        reading(from) do |source|
          counts = nil
          source.transaction(:deferred) do
            counts = counted(source)
            reading(to) { |target| stepped(SQLite3::Backup.new(target, "main", source, "main")) }
          end
          counts
        end
      end

      def stepped(backup)
        loop do
          case backup.step(STEP_PAGES)
          when SQLite3::Constants::ErrorCode::DONE then return
          when SQLite3::Constants::ErrorCode::FULL then raise SQLite3::FullException
          when SQLite3::Constants::ErrorCode::IOERR then raise SQLite3::IOException
          when SQLite3::Constants::ErrorCode::OK, SQLite3::Constants::ErrorCode::BUSY, SQLite3::Constants::ErrorCode::LOCKED
            Kernel.sleep(NAP_S)
          else raise SQLite3::CorruptException, "it cannot be read to its end"
          end
        end
      ensure
        backup.finish
      end

      # Copied to where it can be worked in, with the log of a file that was simply copied: it may come from where nobody can write.
      # @return [String] to
      def brought(file, to)
        swept(to)
        ["", "-wal"].each do |end_|
          next unless File.exist?("#{file}#{end_}")

          FileUtils.cp("#{file}#{end_}", "#{to}#{end_}")
          File.chmod(DataFolder::FILE_MODE, "#{to}#{end_}")
        end
        to
      end

      def swept(part)
        ["", *BESIDE].each { |end_| FileUtils.rm_f("#{part}#{end_}") }
      end

      # Nothing is written over the shop itself, or over what is no shop.
      def may_replace(from, to)
        raise Failed, "#{to} is the shop itself. Name another file for its copy." if same?(from, to)
        return unless File.size?(to)
        return if File.file?(to) && File.binread(to, ShopFile::MAGIC.bytesize) == ShopFile::MAGIC

        raise Failed, "#{to} is there already and is no copy of a shop. Name another file."
      end

      def same?(one, other)
        File.exist?(other) && File.identical?(one, other)
      end

      # One file by itself, whole in itself.
      # @return [Hash{String=>Integer}] rows by table
      # @raise [Failed]
      def check(path)
        reading(path) do |file|
          file.execute("PRAGMA journal_mode = DELETE") if path.end_with?(".part")
          wrong = file.execute("PRAGMA integrity_check(1)").flatten
          raise Failed, "#{path} is damaged: #{wrong.first}." unless wrong == ["ok"]

          bad = Seals.broken(file)
          raise Failed, "#{path} is damaged: #{bad.first}." if bad.any?

          counted(file)
        end
      rescue SQLite3::Exception => e
        raise Failed, "#{path} #{ShopFile.meaning(e) || "cannot be read: #{e.message}."}"
      end

      def counted(file)
        tables = file.execute("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY name").flatten
        tables.to_h { |name| [name, file.get_first_value("SELECT count(*) FROM \"#{name}\"").to_i] }
      end

      # On the disk first, and then under its name: never half of it.
      def in_place(part, to)
        File.chmod(DataFolder::FILE_MODE, part)
        File.open(part, &:fsync)
        BESIDE.each { |end_| FileUtils.rm_f("#{to}#{end_}") }
        File.rename(part, to)
        File.open(File.dirname(to), &:fsync)
      rescue Errno::EINVAL, Errno::EBADF
        nil # a folder that cannot be written through, on some sticks
      end

      # What stood there before, with its log, beside the other copies.
      # @return [String] its path
      def aside(path)
        begin
          reading(path) { |file| file.execute("PRAGMA wal_checkpoint(TRUNCATE)") }
        rescue SQLite3::Exception
          nil # damaged: kept as it is
        end
        kept = Copies.of(path).fresh("replaced")
        FileUtils.mv(path, kept)
        FileUtils.mv("#{path}-wal", "#{kept}-wal") if File.size?("#{path}-wal")
        kept
      end
      private_class_method :brought, :swept, :may_replace, :same?, :copy, :stepped, :counted, :in_place, :aside
    end
  end
end
