# frozen_string_literal: true

require "digest"

module Dakren
  module Stores
    # Is the shop's file as it was written? Looked at as it is opened, and all of it once a week. Where it is not, what is there can still
    # be read, and nothing more is taken until it is put right.
    module Health
      # Up to here all of it is looked at as it is opened; beyond, indexes, photographs and earlier states wait for the week's look.
      SMALL_BYTES = 80_000_000
      LATER = %w[pictures job_revisions].freeze
      SCHEMA = "tables as made"
      # What is kept of the rows' seals while tables are brought up to date.
      OPEN = "0"
      MOST_SAID = 3
      # how it is told, and since when
      Trouble = Value.define(:says, :at)

      # Something was to be written to a damaged file.
      class Damaged < StandardError; end

      @trouble = nil

      class << self
        # @return [Trouble, nil]
        attr_accessor :trouble
      end

      module_function

      # @param path [String] of the shop's file @param thorough [Boolean] all of it, however large
      # @return [Trouble, nil]
      def look(path, thorough: false)
        all = thorough || File.size(path) <= SMALL_BYTES
        wrong = Backup.reading(path) { |file| wrong_in(file, all) }
        wrong.empty? ? nil : damaged(path, wrong)
      rescue SQLite3::BusyException, SQLite3::LockedException
        nil # somebody else writes: looked at again later
      rescue SQLite3::Exception => e
        damaged(path, [e.message])
      end

      # A page met damage that nobody had looked at yet.
      # @param path [String] @param error [Exception]
      def met(path, error)
        self.trouble ||= damaged(path, [error.message[0, 120]])
      end

      def damaged(path, wrong)
        says = "The shop's file is damaged: #{wrong.first(MOST_SAID).join("; ")}. What it holds can still be read, but nothing more is " \
               "written to it. #{ShopFile.new(path).way_back}"
        Trouble.new(at: Time.now, says: says)
      end

      def wrong_in(file, all)
        found = file.execute("PRAGMA #{all ? "integrity_check" : "quick_check"}(#{MOST_SAID})").flatten
        found = [] if found == ["ok"]
        return found if keeps?(file) && kept(file, Database::SEALED) == OPEN

        found += ["its tables are not as they were made"] unless schema_as_made?(file)
        found + Seals.broken(file, but: all ? [] : LATER)
      end

      def schema_as_made?(file)
        made = keeps?(file) ? kept(file, SCHEMA) : nil
        made.nil? || made == schema_of(file)
      end

      # Does it say anything of its upkeep?
      # @param file [SQLite3::Database]
      def keeps?(file)
        file.execute("SELECT name FROM sqlite_master WHERE name = 'keepings'").any?
      end

      def kept(file, name)
        file.get_first_value("SELECT value FROM keepings WHERE name = ?", [name])
      end

      # @return [String] in short, how the tables were made
      def schema_of(file)
        Digest::SHA256.hexdigest(file.execute("SELECT type, name, sql FROM sqlite_master ORDER BY name").to_s)
      end
      private_class_method :damaged, :wrong_in, :schema_as_made?, :kept
    end
  end
end
