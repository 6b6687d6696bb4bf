# frozen_string_literal: true

require "date"

module Dakren
  module Plan
    # When the crew works: bands of a day, days off, and what is taken already. Minutes count real time from the
    # start of the job, so a change of the clocks inside a night neither adds nor loses any.
    #
    #   hours = Hours.read("07:00-12:00, 12:30-17:00", days_off: "Sat Sun", start: Time.local(2026, 11, 24, 9))
    #   hours.fit(400, 30)   # => first minute from 400 on at which 30 minutes fit into one band
    class Hours
      DAYS = %w[sun mon tue wed thu fri sat].freeze
      CLOCK = /(\d{1,2})(?::(\d{2}))?(?:\s*([ap])\.?m\.?)?/i
      BAND = /\A#{CLOCK}\s*(?:-|–|to)\s*#{CLOCK}\z/i
      DATE = /\A\d{4}-\d{2}-\d{2}\z/
      MOST_BANDS = 6
      MOST_OFF = 60
      # How far ahead is looked before it is said that the hours never open.
      FAR_DAYS = 400

      attr_reader :start, :bands

      # @param text [String] e.g. "07:00-12:00, 12:30-17:00", "7 am-12 pm"; "24 h" for round the clock
      # @param days_off [String] day names and dates, e.g. "Sat Sun 2026-12-24"
      # @param start [Time] minute 0 of the job
      # @param taken [Array<Array(Float, Float)>] minutes the crew is at another job
      # @param zone [#local] from year, month, day, hour and minute to a time, as Time has it: the zone the hours are of
      # @raise [InputError] naming hours or days_off
      def self.read(text, start:, days_off: "", taken: [], zone: Time)
        round = text.strip.match?(/\A24\s*h(?:ours)?\z/i)
        bands = round ? [[0, 1440]] : text.split(/[,;\n]+/).map(&:strip).reject(&:empty?).map { |part| band(part) }.sort
        unless bands.size.between?(1, MOST_BANDS)
          raise InputError.new("hours", "must be bands like 07:00-12:00, 12:30-17:00, at most #{MOST_BANDS}")
        end
        raise InputError.new("hours", "overlap: #{text.strip[0, 80]}") if bands.each_cons(2).any? { |(_, to), (from, _)| from < to }

        new(bands, *off(days_off), start, taken, zone)
      end

      def self.band(part)
        match = BAND.match(part) or raise InputError.new("hours", "must be bands like 07:00-12:00; #{part[0, 30]} is none")
        from, to = match.captures.each_slice(3).map { |hour, minute, half| minute_of(hour.to_i, minute.to_i, half) }
        raise InputError.new("hours", "must open before they close: #{part}") unless from && to && from < to && to <= 1440

        [from, to]
      end

      # @return [Integer, nil] minutes since midnight; nil where there is no such hour
      def self.minute_of(hour, minute, half)
        return if minute > 59 || (half && !hour.between?(1, 12))

        hour = (hour % 12) + (half.casecmp?("p") ? 12 : 0) if half
        (hour * 60) + minute
      end

      def self.off(text)
        words = text.split(/[\s,;]+/).reject(&:empty?)
        raise InputError.new("days_off", "must be at most #{MOST_OFF} days") if words.size > MOST_OFF

        dates, names = words.partition { |word| word.match?(DATE) }
        weekdays = names.map do |name|
          DAYS.index(name.downcase[0, 3]) || raise(InputError
            .new("days_off", "must be days like Sat Sun or dates like 2026-12-24; #{name[0, 20]} is none"))
        end
        raise InputError.new("days_off", "must leave a day to work") if weekdays.uniq.size == 7

        [weekdays, dates.map { |date| day_of(date) }]
      end

      # @return [Array(Integer, Integer, Integer)] year, month, day
      def self.day_of(text)
        day = text.split("-").map(&:to_i)
        Date.valid_date?(*day) ? day : raise(InputError.new("days_off", "must be dates that exist"))
      end
      private_class_method :band, :minute_of, :off, :day_of

      def initialize(bands, weekdays_off, dates_off, start, taken, zone = Time)
        @bands = bands
        @weekdays_off = weekdays_off
        @dates_off = dates_off
        @start = start
        @taken = taken.sort
        @zone = zone
        @spans = []
        @day = noon(start, -3)
        @last_day = noon(start, FAR_DAYS)
        round_the_clock if always?
      end

      # @param minute [Numeric] of the job @param length [Numeric] minutes of work without a break
      # @return [Float, nil] first minute from there on at which it fits; nil when it never does
      def fit(minute, length)
        spans_from(minute) do |from, to|
          begins = [from, minute].max.to_f
          return begins if to - begins >= length - 1e-6
        end
        nil
      end

      # @return [Float, nil] last minute up to there from which it still fits, not before earliest
      def last_fit(minute, length, earliest)
        found = nil
        spans_from(earliest).each do |from, to|
          break if from > minute

          begins = [minute, to - length].min
          found = begins.to_f if begins >= [from, earliest].max - 1e-6
        end
        found
      end

      # @return [Float] minutes from there to the end of the band it lies in; 0 outside
      def until_shut(minute)
        from, to = spans_from(minute + 1e-6).first
        from && from <= minute + 1e-6 ? to - minute : 0.0
      end

      def open?(from, to)
        spans_from(from).first&.then { |begins, ends| begins <= from + 1e-6 && ends >= to - 1e-6 } || false
      end

      # The longest that is worked without a break: nothing that takes longer can be done in one go. Bands that meet, at noon or at
      # midnight, are one.
      def longest_min
        joined = @bands.sort.slice_when { |one, two| two[0] > one[1] }.map { |all| [all.first[0], all.last[1]] }
        return joined[0][1] * days_in_a_row if joined == [[0, 1440]]

        night = joined.first[0].zero? && joined.last[1] == 1440 && days_in_a_row > 1 ? joined.first[1] + 1440 - joined.last[0] : 0
        [night, *joined.map { |from, to| to - from }].max
      end

      # Open spans until a minute, for drawing: what is left of each band.
      # @return [Array<Array(Float, Float)>]
      def open_until(minute)
        spans_from(0).take_while { |from, _| from < minute }.map { |from, to| [[from, 0.0].max, [to, minute].min] }
      end

      # Is there no night, no break and no day off?
      def always?
        @bands == [[0, 1440]] && @weekdays_off.empty? && @dates_off.empty?
      end

      private

      # Days of a week that follow one another, none of them off.
      def days_in_a_row
        return Float::INFINITY if @weekdays_off.empty?

        ((0..6).to_a * 2).slice_when { |one, two| @weekdays_off.include?(one) || @weekdays_off.include?(two) }
          .map { |days| (days - @weekdays_off).size }.max
      end

      def round_the_clock
        @spans = free(-FAR_DAYS * 1440.0, FAR_DAYS * 1440.0)
        @day = noon(@last_day, 1)
      end

      # Open spans that end after a minute, in order, as far ahead as is looked.
      # @yieldparam span [Array(Float, Float)]
      def spans_from(minute)
        return enum_for(:spans_from, minute) unless block_given?

        index = @spans.bsearch_index { |_, to| to > minute } || @spans.size
        loop do
          # A band that goes on through midnight ends where the next day's ends: one more is looked at, so that it is whole.
          next_day while index >= @spans.size - 1 && @day <= @last_day
          break if index >= @spans.size

          yield @spans[index] if @spans[index][1] > minute
          index += 1
        end
      end

      def next_day
        unless @weekdays_off.include?(@day.wday) || @dates_off.include?([@day.year, @day.month, @day.day])
          @bands.each { |from, to| free(minute_of(@day, from), minute_of(@day, to)).each { |span| add(span) if span[1] > span[0] } }
        end
        @day = noon(@day, 1)
      end

      def add(span)
        through = @spans.last && (@spans.last[1] - span[0]).abs < 1e-6
        through ? @spans[-1] = [@spans.last[0], span[1]] : @spans << span
      end

      # What is left of a band beside what is taken.
      def free(from, to)
        @taken.reduce([[from, to]]) do |spans, (busy_from, busy_to)|
          spans.flat_map do |a, b|
            next [[a, b]] if busy_to <= a || busy_from >= b

            [[a, [busy_from, a].max], [[busy_to, b].min, b]].select { |x, y| y > x }
          end
        end
      end

      # Noon some days on: no change of the clocks touches it.
      def noon(time, days)
        far = Date.new(time.year, time.month, time.day) + days
        @zone.local(far.year, far.month, far.day, 12)
      end

      def minute_of(day, minutes)
        date = minutes >= 1440 ? noon(day, 1) : day
        (@zone.local(date.year, date.month, date.day, (minutes % 1440) / 60, minutes % 60) - @start) / 60.0
      end
    end
  end
end
