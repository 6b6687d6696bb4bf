# frozen_string_literal: true

require "etc"
require "sqlite3"

module Dakren
  module Stores
    # A shop's SQLite file, looked at before anything is done to it. Whatever keeps it from being opened is told as what it is, and nothing
    # is ever told to be taken away.
    #
    #   ShopFile.new("data/dakren.sqlite3").version   # => 22
    #   ShopFile.new("notes.txt").version             # raises DataFolder::Refused, "... is no SQLite database ..."
    class ShopFile
      MAGIC = "SQLite format 3\0".b.freeze
      HEADER_BYTES = 100
      # How long another program's hold is waited for.
      BUSY_MS = 3000
      # What SQLite answers, and the sentence for it.
      SAYS = {
        SQLite3::BusyException => "is held by another program: a file browser for databases, a copying program, or another computer. " \
                                  "Nothing is wrong with the file. Let that program go, then start again.",
        SQLite3::LockedException => "is held by another program. Nothing is wrong with the file. Let that program go, then start again.",
        SQLite3::FullException => "cannot be written: the disk is full. Nothing is wrong with the file. Make room on that disk.",
        SQLite3::ReadOnlyException => "can be read but not written. Give the user who starts Dakren the right to write it and its folder.",
        SQLite3::CantOpenException => "cannot be opened: its folder may not be written by this user, or is not there.",
        SQLite3::PermissionException => "may not be opened by this user. Start Dakren as the user it belongs to.",
        SQLite3::IOException => "cannot be read from or written to its disk. Look whether the disk is still there and has room; the file " \
                                "was not changed."
      }.freeze
      DAMAGED = [SQLite3::CorruptException, SQLite3::NotADatabaseException, SQLite3::FormatException].freeze

      attr_reader :path

      # @param path [String] @param busy_ms [Integer] how long another program's hold is waited for
      def initialize(path, busy_ms: BUSY_MS)
        @path = path
        @busy_ms = busy_ms
      end

      # @return [Integer] number of the last migration it has been through
      # @raise [DataFolder::Refused] where it cannot be opened, is cut, damaged, or no shop
      def version
        own
        whole
        told { |file| version_in(file) }
      end

      # What a failure of SQLite's means for this file, as a sentence.
      # @param error [Exception]
      # @return [String, nil] nil where it says nothing of the file
      def self.meaning(error)
        said = said_by(error)
        said || (error.cause && meaning(error.cause))
      end

      # Does it say that the file is not as it was written?
      # @param error [Exception]
      def self.damage?(error)
        DAMAGED.include?(error.class) || (!error.cause.nil? && damage?(error.cause))
      end

      def self.said_by(found)
        case found
        when Errno::ENOSPC, Errno::EDQUOT then SAYS[SQLite3::FullException]
        when Errno::EACCES, Errno::EPERM, Errno::EROFS then SAYS[SQLite3::ReadOnlyException]
        when SystemCallError then SAYS[SQLite3::IOException]
        else SAYS[found.class] || (DAMAGED.include?(found.class) ? "is damaged (#{found.message})." : nil)
        end
      end
      private_class_method :said_by

      # @param says [String] how it goes on after the file's name
      # @raise [DataFolder::Refused]
      def refuse(says)
        raise DataFolder::Refused, "#{path} #{says}"
      end

      # The way back from damage: the newest good copy, and what would be missing.
      # @return [String]
      def way_back
        found = Copies.of(path).newest_good
        unless found
          return "There is no copy of it in #{Copies.of(path).folder}. A copy made elsewhere is put back with: bin/dakren restore FILE"
        end

        "The newest good copy is of #{found.at.strftime("%-d %B, %H:%M")}: what was written after that would be missing. " \
          "Put it back with: bin/dakren restore #{found.path}"
      end

      private

      # Another user's file is told as that: SQLite would only say that it cannot open it.
      def own
        return if File.readable?(path) && File.writable?(path)

        owner = begin
          Etc.getpwuid(File.stat(path).uid).name
        rescue ArgumentError
          "number #{File.stat(path).uid}"
        end
        may = File.readable?(path) ? "may be read by this user, but not written" : "may not be read by this user"
        refuse("belongs to the user #{owner} and #{may}. Start Dakren as #{owner}, or have its owner give you the right to it. " \
               "Nothing was changed.")
      end

      # Cut off, or no database at all: seen in its first bytes, before SQLite makes anything of it.
      def whole
        size = File.size(path)
        refuse("is empty: it was cut off, or copied only in part. #{way_back}") if size.zero?

        header = File.binread(path, HEADER_BYTES)
        unless header.start_with?(MAGIC)
          refuse("is damaged or no database of SQLite's: its first bytes are those of something else. #{way_back}")
        end
        refuse("was cut off: #{size} bytes are left of it. #{way_back}") if size < HEADER_BYTES

        missing = missing_bytes(header, size)
        refuse("was cut off: #{missing} of its bytes are missing. #{way_back}") if missing.positive? && !log?
      end

      # A page size and a count of pages stand in the header; the count holds where it was written with the last change.
      def missing_bytes(header, size)
        page = header[16, 2].unpack1("n").then { |bytes| bytes == 1 ? 65_536 : bytes }
        change = header[24, 4].unpack1("N")
        pages = header[28, 4].unpack1("N")
        valid_for = header[92, 4].unpack1("N")
        change == valid_for ? (page * pages) - size : 0
      end

      # A log that was not folded in yet makes the file whole as it is opened.
      def log?
        File.size?("#{path}-wal").to_i.positive?
      end

      def told
        file = SQLite3::Database.new(path)
        file.busy_timeout = @busy_ms
        yield file
      rescue SQLite3::Exception => e
        says = self.class.meaning(e) || "cannot be opened: #{e.message}."
        refuse(DAMAGED.include?(e.class) ? "#{says} #{way_back}" : says)
      ensure
        file&.close
      end

      def version_in(file)
        tables = file.execute("SELECT name FROM sqlite_master WHERE type = 'table'").flatten
        if tables.empty?
          refuse("holds no tables. It was copied without its log (the file beside it that ends in -wal), or was never a shop. #{way_back}")
        end
        unless tables.include?("schema_migrations")
          refuse("is a database of another program, no shop of Dakren's. It was left as it is. Start with --data and another folder.")
        end
        file.get_first_value("SELECT max(CAST(version AS integer)) FROM schema_migrations").to_i
      end
    end
  end
end
