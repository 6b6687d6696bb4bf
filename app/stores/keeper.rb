# frozen_string_literal: true

require_relative "beside"

module Dakren
  module Stores
    # Looks after the shop's file beside all else: folds its log in while nobody writes, copies it once a day, lets go of what is old, and
    # looks through all of it once a week.
    class Keeper
      include Beside

      PAUSE_S = 15.0
      QUIET_S = 10.0
      DAY_S = 86_400
      WEEK_S = 7 * DAY_S
      LOOKED = "looked through"
      SECOND = "second copy"

      # Everything that is due; what fails keeps nothing else from being done, and is tried again.
      # @param now [Time]
      def round(now = Time.now)
        return if Health.trouble

        told { keep_time }
        told { fold }
        told { daily(now) if due?(copies.last_day, DAY_S, now) }
        told { second(now) if second_due?(now) }
        told { weekly(now) if due?(time_of(LOOKED), WEEK_S, now) }
      end

      # Copies the shop beside it, and lets go of old copies and states.
      def daily(now = Time.now)
        Backup.make(Database.path, copies.fresh("day", now))
        copies.thin(now)
        Thinning.all(now)
        Thinning.pictures(now)
        Bin.empty(now)
      end

      # All of it is looked through.
      def weekly(now = Time.now)
        Health.trouble = Health.look(Database.path, thorough: true)
        return if Health.trouble

        Job.heal
        Keeping.keep(LOOKED, now.to_i)
      end

      # To the second place, where one is named and there.
      # @return [Backup::Made, nil]
      def second(now = Time.now)
        place = SecondPlace.of_shop
        return unless place.there?

        Backup.make(Database.path, place.copies.fresh("day", now)).tap do
          place.copies.thin(now)
          Keeping.keep(SECOND, now.to_i)
        end
      end

      private

      alias go_on round

      def told
        yield
      rescue StandardError => e
        warn "upkeep: #{e.message}"
      end

      def fold
        quiet = Database.quiet_s
        Database.fold if quiet && quiet > QUIET_S
      end

      # Once no clock of a batch runs any more the wall clock is believed again, however it was set meanwhile.
      def keep_time
        Now.jump && !Batch.live.exists? ? Now.settle : Now.keep
      end

      def copies
        Copies.of(Database.path)
      end

      def due?(last, every_s, now)
        last.nil? || last < now - every_s || last > now + DAY_S
      end

      # A stick that comes back gets its copy as soon as it is there.
      def second_due?(now)
        place = SecondPlace.of_shop
        place.there? && due?(place.last, DAY_S, now)
      end

      def time_of(name)
        Keeping.of(name)&.then { |seconds| Time.at(seconds.to_i) }
      end
    end

    # Where copies go besides the shop's own folder: a stick, another disk, a folder that another computer shares.
    class SecondPlace
      # Older than this is told.
      OLD_S = 3 * 86_400
      LONGEST = 500

      attr_reader :path

      # @return [SecondPlace] as the settings name it
      def self.of_shop
        new(Settings.shop.second_place, Database.path)
      end

      # @param path [String] "" for none @param shop [String] the shop's file
      def initialize(path, shop)
        @path = path.to_s
        @shop = shop
      end

      def named?
        !path.empty?
      end

      # What keeps it from being taken as the place.
      # @return [String, nil] as the end of a sentence
      def unfit
        return unless named?
        return "must be at most #{LONGEST} characters" if path.length > LONGEST
        return "must be a whole path, like /media/stick/dakren" unless path.start_with?("/") && !path.include?("\u0000")
        return "must be a folder that is there; plug the stick in, or make the folder first" unless File.directory?(path)

        "must be a folder Dakren may write to" unless File.writable?(path)
      end

      # A stick that is pulled leaves nothing behind at its place: a folder of copies is never made on the way there.
      def there?
        named? && File.directory?(path) && File.writable?(path)
      end

      # Does it lie on the disk the shop lies on? Then both go with that disk.
      def same_disk?
        there? && File.stat(path).dev == File.stat(@shop).dev
      end

      def copies
        Copies.new(path)
      end

      # @return [Time, nil] of the newest copy there
      def last
        there? ? copies.all.first&.at : nil
      end

      # When a copy last went there, wherever it is now.
      # @return [Time, nil]
      def last_known
        last || Keeping.of(Keeper::SECOND)&.then { |seconds| Time.at(seconds.to_i) }
      end
    end
  end
end
