# frozen_string_literal: true

require "date"

module Dakren
  module Words
    # Days and hours as one shop writes and reads them: day or month first, 24 or 12 hours.
    #
    #   dates = Dates.new("month-12")
    #   dates.moment(time)                             # => "Mon Nov 30 2:00 pm"
    #   dates.read("tomorrow 14:00", zone: zone, now: now)
    class Dates
      # Name => what a builder chooses by.
      NAMES = { "day-24" => "30 Nov 14:00", "day-12" => "30 Nov 2:00 pm", "month-24" => "Nov 30 14:00", "month-12" => "Nov 30 2:00 pm" }
        .freeze
      USUAL = "day-24"
      DAYS = { "today" => 0, "tomorrow" => 1, "yesterday" => -1 }.freeze
      ALLOWED = "must be a day and hour, like Mon 09:00, 30 Nov 14:00 or tomorrow 9:30"
      NO_SUCH = "must be a day and hour that exists"
      # %s: an hour that no clock of the zone shows.
      SKIPPED = "must be an hour that there is: clocks are put forward that night, and %s is left out"
      ISO = /\A(\d{4})-(\d\d)-(\d\d)[T ](\d\d):(\d\d)\z/
      HOUR = /(?:\A|\s)(?<hour>\d{1,2})(?:[:.](?<minute>\d\d))?(?:\s?(?<half>[ap])\.?m\.?)?\z/i
      NUMBERS = %r{\A(?<first>\d{1,2})[./-](?<second>\d{1,2})(?:[./-](?<year>\d{4})?)?\z}
      NAMED = /\A(?:(?<day>\d{1,2})\.?\s(?<month>[a-z]{3,9})|(?<month>[a-z]{3,9})\s(?<day>\d{1,2}))(?:,?\s(?<year>\d{4}))?\z/i
      WEEKDAY = /\A(?<name>mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?,?\z/i
      LEADING_WEEKDAY = /\A(?:mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?,?\s+(?=\S)/i
      LONGEST = 60

      attr_reader :name

      # @param name [String] of NAMES
      def initialize(name = USUAL)
        @name = NAMES.key?(name) ? name : USUAL
        @day_first = @name.start_with?("day")
        @whole_day = @name.end_with?("24")
      end

      # An hour of a zone's clocks. One that the night leaves out is refused, not moved.
      # @param zone [#local]
      # @return [Time] @raise [InputError] naming moment @raise [ArgumentError] for a day there is not
      def self.exactly(zone, year, month, day, hour, minute)
        time = zone.local(year, month, day, hour, minute)
        return time if [time.hour, time.min] == [hour, minute]

        raise InputError.new("moment", format(SKIPPED, format("%02d:%02d", hour, minute)))
      end

      # Why a day and hour cannot be read, however the shop writes them.
      # @return [String]
      def self.why_not(text, zone)
        found = NAMES.keys.filter_map do |name|
          new(name).read(text, zone: zone, now: zone.now) && nil
        rescue InputError => e
          e.allowed
        end
        found.find { |says| says != ALLOWED } || ALLOWED
      end

      # @return [String] "14:05"
      def hour(time)
        time.strftime(@whole_day ? "%H:%M" : "%-I:%M %P")
      end

      # @param minute [Integer] of a day
      def minute_of_day(minute)
        hour, rest = minute.divmod(60)
        return format("%02d:%02d", hour, rest) if @whole_day

        format("%d:%02d %s", ((hour - 1) % 12) + 1, rest, (hour % 24) < 12 ? "am" : "pm")
      end

      # @return [String] "Mon 14:05:07"
      def second(time)
        "#{time.strftime(@whole_day ? "%a %H:%M:%S" : "%a %-I:%M:%S %P")}#{of_two(time)}"
      end

      # @return [String] "Mon 14:05"
      def clock(time)
        "#{time.strftime("%a")} #{hour(time)}"
      end

      # @return [String] "Mon 30 Nov"
      def day(time)
        time.strftime(@day_first ? "%a %-d %b" : "%a %b %-d")
      end

      # @return [String] "Monday 30 November"
      def long_day(time)
        time.strftime(@day_first ? "%A %-d %B" : "%A %B %-d")
      end

      # @return [String] "Mon 30 Nov 14:05"
      def moment(time)
        "#{day(time)} #{hour(time)}#{of_two(time)}"
      end

      # Hours of a day as this shop writes them, where they are written the other way.
      # @param text [String] e.g. "07:00-12:00, 12:30-17:00"
      def bands(text)
        return text if @whole_day || text.match?(/[ap]\.?m/i)

        text.gsub(/\b(\d{1,2}):(\d\d)\b/) { minute_of_day((Regexp.last_match(1).to_i * 60) + Regexp.last_match(2).to_i) }
      end

      # What somebody wrote: a weekday, a date or a word like tomorrow, and an hour. Without a year it is the one that lies nearest.
      # @param text [String] @param zone [#local] @param now [Time]
      # @param past [Boolean] is a bare weekday the last one, and not the next?
      # @return [Time] @raise [InputError] naming moment
      def read(text, zone:, now:, past: false)
        words = text.to_s.strip.sub(/\s[A-Z]{3,5}\z/, "")
        raise InputError.new("moment", ALLOWED) if words.length > LONGEST
        return Dates.exactly(zone, *words.match(ISO).captures.map(&:to_i)) if ISO.match?(words)

        hour = HOUR.match(words)
        raise InputError.new("moment", ALLOWED) if hour.nil? || words.match?(/\A\d*\z/)

        day = date_of(words[0...hour.begin(0)].strip, now, past)
        Dates.exactly(zone, day.year, day.month, day.day, *hour_of(hour))
      rescue ArgumentError
        raise InputError.new("moment", NO_SUCH)
      end

      private

      # Which of the two hours it is, in the night in which one comes twice: " CEST".
      def of_two(time)
        return "" unless time.respond_to?(:time_zone)

        time.time_zone.tzinfo.periods_for_local(time.time).size > 1 ? " #{time.zone}" : ""
      end

      def hour_of(match)
        hour = match[:hour].to_i
        minute = match[:minute].to_i
        raise InputError.new("moment", NO_SUCH) if minute > 59 || hour > 23 || (match[:half] && !hour.between?(1, 12))
        return [hour, minute] unless match[:half]

        [(hour % 12) + (match[:half].casecmp?("p") ? 12 : 0), minute]
      end

      def date_of(words, now, past)
        today = now.to_date
        return today if words.empty?
        return today + DAYS.fetch(words.downcase) if DAYS.key?(words.downcase)
        return weekday(words, today, past) if WEEKDAY.match?(words)

        dated(words.sub(LEADING_WEEKDAY, ""), today)
      end

      def weekday(words, today, past)
        wanted = Date::ABBR_DAYNAMES.index(WEEKDAY.match(words)[:name].capitalize)
        past ? today - ((today.wday - wanted) % 7) : today + ((wanted - today.wday) % 7)
      end

      def dated(words, today)
        if (match = NUMBERS.match(words))
          day, month = [match[:first], match[:second]].map(&:to_i)
          day, month = month, day unless @day_first || words.include?(".")
        elsif (match = NAMED.match(words))
          day = match[:day].to_i
          month = Date::ABBR_MONTHNAMES.index(match[:month][0, 3].capitalize)
        end
        raise InputError.new("moment", ALLOWED) if match.nil? || month.nil?
        return Date.new(match[:year].to_i, month, day) if match[:year]

        [-1, 0, 1].filter_map { |by| Date.new(today.year + by, month, day) if Date.valid_date?(today.year + by, month, day) }
          .min_by { |date| (date - today).abs } || raise(InputError.new("moment", NO_SUCH))
      end
    end
  end
end
