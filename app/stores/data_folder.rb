# frozen_string_literal: true

require "fileutils"

module Dakren
  module Stores
    # The folder a shop's data lie in: held by one server at a time, readable by its owner alone.
    class DataFolder
      LOCK = "shop.lock"
      FILE_MODE = 0o600
      FOLDER_MODE = 0o700

      # It cannot be opened, and why, as a sentence.
      class Refused < StandardError; end

      # @param path [String] made if missing
      # @param told [String] what a second server is told of this one, e.g. "http://127.0.0.1:4567/"
      # @raise [Refused]
      def initialize(path, told)
        @path = path
        FileUtils.mkdir_p(path, mode: FOLDER_MODE)
        hold(told)
      rescue SystemCallError => e
        raise Refused, "The shop's data in #{path}: this folder #{ShopFile.meaning(e) || "cannot be opened: #{e.message}."}"
      end

      # Makes what is there readable by its owner alone.
      def close_to_others
        File.umask(0o077)
        Dir.children(@path).each do |name|
          file = File.join(@path, name)
          File.chmod(FILE_MODE, file) if File.file?(file) && File.owned?(file)
        end
      end

      private

      # The lock goes with the process, however that ends.
      def hold(told)
        @lock = File.open(File.join(@path, LOCK), File::RDWR | File::CREAT, FILE_MODE)
        unless @lock.flock(File::LOCK_EX | File::LOCK_NB)
          holder = @lock.read.strip
          raise Refused, "The shop's data in #{@path} are held by another Dakren#{": #{holder}" unless holder.empty?}. " \
                         "Use that one, or stop it first; a shop has one server."
        end

        @lock.truncate(0)
        @lock.rewind
        @lock.write("#{told}, process #{Process.pid}")
        @lock.flush
      end
    end
  end
end
