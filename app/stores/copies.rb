# frozen_string_literal: true

require "fileutils"

module Dakren
  module Stores
    # The copies of a shop that lie in one folder, each a whole shop in one file.
    #
    #   Copies.of("data/dakren.sqlite3").newest_good   # => Copy, or nil
    class Copies
      FOLDER = "copies"
      NAME = /\Adakren-(\d{4}-\d{2}-\d{2}-\d{6})-([a-z]+)(?:-\d+)?\.sqlite3\z/
      STAMP = "%Y-%m-%d-%H%M%S"
      # Copies made by themselves are kept so long; those somebody made, and what was replaced, stay.
      KEPT_DAYS = 14
      BY_ITSELF = %w[day migration].freeze

      # why: day, migration, asked, replaced
      Copy = Value.define(:path, :at, :why, :bytes)

      attr_reader :folder

      # Beside the shop itself.
      # @param path [String] of the shop's file
      def self.of(path)
        new(File.join(File.dirname(path), FOLDER))
      end

      # @param folder [String]
      def initialize(folder)
        @folder = folder
      end

      # @return [Array<Copy>] newest first
      def all
        return [] unless File.directory?(folder)

        Dir.children(folder).filter_map { |name| copy(name) }.sort_by { |one| [one.at, one.path] }.reverse
      end

      # @return [Copy, nil] the newest that opens and is whole
      def newest_good
        all.find { |one| one.why != "replaced" && Backup.whole?(one.path) }
      end

      # @return [Time, nil] when the last one was made by itself
      def last_day
        all.find { |one| one.why == "day" }&.at
      end

      # A name for a new one.
      # @param why [String] @param at [Time]
      # @return [String] path, of no file there is
      def fresh(why, at = Time.now)
        FileUtils.mkdir_p(folder, mode: DataFolder::FOLDER_MODE)
        stem = File.join(folder, "dakren-#{at.strftime(STAMP)}-#{why}")
        [stem, *(2..99).map { |n| "#{stem}-#{n}" }].map { |one| "#{one}.sqlite3" }.find { |one| !File.exist?(one) }
      end

      # Lets go of those made by themselves that are older than two weeks; never of the last good one.
      # @return [Array<String>] paths that are gone
      def thin(now = Time.now)
        old = all.select { |one| BY_ITSELF.include?(one.why) && one.at < now - (KEPT_DAYS * 86_400) }
        return [] if old.empty?

        keep = newest_good&.path
        old.map(&:path).reject { |path| path == keep }.each { |path| FileUtils.rm_f(path) }
      end

      private

      def copy(name)
        stamp, why = name.match(NAME)&.captures
        return unless stamp

        path = File.join(folder, name)
        year, month, day, clock = stamp.split("-")
        Copy.new(path: path, at: Time.local(year, month, day, clock[0, 2], clock[2, 2], clock[4, 2]), why: why, bytes: File.size(path))
      rescue ArgumentError, SystemCallError
        nil
      end
    end
  end
end
