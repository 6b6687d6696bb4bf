# frozen_string_literal: true

require "csv"
require "time"

module Dakren
  module Formats
    # A room's temperatures as a list somebody brought: one line for each, hours after the start or a day and hour, then a temperature.
    #
    #   RoomList.read("0,22\n10,22\n14,16", start: time)   # => [[0.0, 22.0], [600.0, 22.0], [840.0, 16.0]]
    module RoomList
      MOST_LINES = 5000
      # A figure, with its unit where the list names it.
      TEMPERATURE = /\A(-?\d+(?:[.,]\d+)?)\s*°?\s*([CF])?\z/i

      # A zone behind a day and hour: Z, +01:00.
      ZONE = /(?:\d|\s)(?:Z|(?<sign>[+-])(?<hours>\d{2}):?(?<minutes>\d{2}))\z/

      module_function

      # @param text [String] separated by comma, semicolon or tab; a first line of words is left out
      # @param start [Time] minute 0 @param unit [Symbol] :C or :F of the temperatures @param zone [#local] of days and hours
      # @return [Array<Array(Float, Float)>] minutes and °C
      # @raise [InputError] naming csv
      def read(text, start:, unit: :C, zone: Time)
        mark = [";", "\t", ","].find { |one| text.include?(one) } || ","
        rows = CSV.parse(text.strip, col_sep: mark, liberal_parsing: true).reject { |row| row.compact.empty? }
        raise InputError.new("csv", "must be at most #{MOST_LINES} lines") if rows.size > MOST_LINES

        rows.shift if rows.first && rows.first[1].to_s !~ /\d/
        if rows.size < 2
          raise InputError.new("csv", "must have two lines at least: hours after the start or a day and hour, then the temperature")
        end

        rows.each_with_index.map { |row, i| [minute(row[0].to_s.strip, start, zone, i), temperature(row[1].to_s.strip, unit, i)] }
      rescue CSV::MalformedCSVError
        raise InputError.new("csv", "cannot be read: a line is broken")
      end

      def minute(text, start, zone, index)
        return text.tr(",", ".").to_f * 60 if text.match?(/\A\d+(?:[.,]\d+)?\z/)

        parts = text.scan(/\d+/).first(5).map(&:to_i)
        unless text.match?(/\A\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}/)
          raise InputError.new("csv", "line #{index + 1} begins with neither hours nor a day and hour")
        end

        (moment(text, parts, zone) - start) / 60
      rescue ArgumentError
        raise InputError.new("csv", "line #{index + 1} has a day that does not exist")
      end

      # A day and hour is the shop's own, unless it names its zone.
      def moment(text, parts, zone)
        told = ZONE.match(text) or return zone.local(*parts)
        ahead = told[:sign] ? (told[:hours].to_i * 60) + told[:minutes].to_i : 0
        Time.utc(*parts.first(5)) - ((told[:sign] == "-" ? -ahead : ahead) * 60)
      end

      def temperature(text, unit, index)
        match = TEMPERATURE.match(text) or raise InputError.new("csv", "line #{index + 1} has no temperature")
        Measure::Units.to_core(match[1].tr(",", ".").to_r, match[2] ? match[2].upcase.to_sym : unit).to_f
      end
      private_class_method :minute, :moment, :temperature
    end
  end
end
