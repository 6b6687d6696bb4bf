# frozen_string_literal: true

require "csv"
require "date"

module Dakren
  module Formats
    # Batches of the book as a table others can read, and older notes read in from one.
    #
    #   BookCsv.read("day,resin,resin_g,hardener_g,minutes,ended\n2025-03-14,Stillwater clear coat,52.7,23.2,43,thickening")
    module BookCsv
      # Column => what it is. All but the first three may be left empty.
      COLUMNS = {
        "day" => "2026-11-30", "hour" => "when the parts met, 14:05", "resin" => "as it is called on the shelf", "hardener" => "the same",
        "name" => "what it was for", "resin_g" => "g that went in", "hardener_g" => "g that went in",
        "total_g" => "g, where only that is known",
        "planned_g" => "g that were planned", "minutes" => "minutes in its cup",
        "ended" => "still runny, thickening, gummed up or found set",
        "room_c" => "°C", "tins_c" => "°C", "lot_a" => "lot of the resin", "lot_b" => "lot of the hardener", "who" => "who mixed it",
        "hottest_c" => "°C it got in its cup", "wrong" => "what was wrong with it", "note" => "anything"
      }.freeze
      NEEDED = %w[day resin].freeze
      NUMBERS = { "resin_g" => 0.01..200_000, "hardener_g" => 0.01..200_000, "total_g" => 0.1..400_000, "planned_g" => 0.1..400_000,
                  "minutes" => 0.2..86_000, "room_c" => -40..120, "tins_c" => -40..120, "hottest_c" => -20..400 }.freeze
      ENDS = Bench::Afterwards::ENDS.invert.merge("runny" => :runny, "gummed" => :gummed, "set" => :set).freeze
      MOST_LINES = 500
      LONGEST_BYTES = 2_000_000
      LONGEST = 2000
      EARLIEST = Date.new(1980, 1, 1)
      # A line as it was read. number: in the file; values: by column, as the core has them; problems: what keeps it out; holes: what is
      # not told, and what that means.
      Line = Value.define(:number, :values, :problems, :holes) do
        def fit?
          problems.empty?
        end
      end

      module_function

      # @param rows [Enumerable<Hash{String=>Object}>] by column
      # @return [String]
      def written(rows)
        CSV.generate do |csv|
          csv << COLUMNS.keys
          rows.each { |told| csv << COLUMNS.keys.map { |name| safe(told[name]) } }
        end
      end

      # @return [Array<Line>]
      # @raise [InputError] naming csv
      def read(text)
        raise InputError.new("csv", "must be at most #{LONGEST_BYTES / 1_000_000} MB; split it") if text.bytesize > LONGEST_BYTES
        if text.count("\n") > MOST_LINES + 1
          raise InputError.new("csv", "must be at most #{MOST_LINES} lines at once; it has #{text.count("\n")}: split it")
        end

        rows = CSV.parse(text.strip.delete_prefix("\uFEFF"), col_sep: mark(text), liberal_parsing: true)
        heads = Array(rows.shift).map { |head| head.to_s.strip.downcase }
        missing = NEEDED - heads
        if missing.any?
          raise InputError.new("csv",
            "must begin with a line of names; #{missing.join(" and ")} missing. It may have #{COLUMNS.keys.join(", ")}")
        end

        rows.each_with_index.reject { |row, _| row.compact.empty? }.map { |row, i| line(heads.zip(row).to_h, i + 2) }
      rescue CSV::MalformedCSVError => e
        raise InputError.new("csv", "cannot be read: #{e.message[0, 120]}")
      end

      def mark(text)
        head = text.lines.first.to_s
        [";", "\t", ","].find { |one| head.include?(one) } || ","
      end

      def line(told, number)
        told = told.slice(*COLUMNS.keys).transform_values { |text| text.to_s.scrub("").strip[0, LONGEST] }.reject { |_, text| text.empty? }
        problems = []
        values = told.to_h { |name, text| [name, value(name, text, problems)] }
        problems.concat(needed(values))
        Line.new(number: number, values: values, problems: problems, holes: holes(values))
      end

      def needed(values)
        missing = NEEDED.reject { |name| values.key?(name) }.map { |name| "#{name} is missing" }
        parts = %w[resin_g hardener_g].count { |name| values.key?(name) }
        missing << "resin_g and hardener_g are told together, or total_g alone" if parts == 1 || (parts.zero? && !values.key?("total_g"))
        missing
      end

      def holes(values)
        found = []
        found << "no minutes or end: it teaches nothing" unless values.key?("minutes") && values.key?("ended")
        found << "no room_c: as the shop is" unless values.key?("room_c")
        found
      end

      def value(name, text, problems)
        return number(name, text, problems) if NUMBERS.key?(name)

        case name
        when "day" then day(text, problems)
        when "hour" then text.match?(/\A([01]?\d|2[0-3])[:.][0-5]\d\z/) ? text.tr(".", ":") : (problems << "hour must be like 14:05") && nil
        when "ended" then one_of("ended", ENDS[text.downcase], Bench::Afterwards::ENDS.values, problems)
        when "wrong" then one_of("wrong", sign(text.downcase)&.name, Faults::SIGNS.values.map(&:label), problems)
        else text
        end
      end

      def one_of(name, found, all, problems)
        problems << "#{name} must be one of #{all.join(", ")}" if found.nil?
        found
      end

      def sign(text)
        Faults::SIGNS.values.find { |one| [one.label, one.says, one.name.to_s].include?(text) }
      end

      def number(name, text, problems)
        found = Float(text.tr(",", "."), exception: false)
        return found if found&.finite? && NUMBERS.fetch(name).cover?(found)

        problems << "#{name} must be a number, #{NUMBERS.fetch(name).begin} to #{NUMBERS.fetch(name).end}"
        nil
      end

      def day(text, problems)
        found = Date.iso8601(text)
        return found if found.between?(EARLIEST, Date.today + 1)

        problems << "day must be a day of the past, like 2025-03-14"
        nil
      rescue ArgumentError # what is too long is no Date::Error
        problems << "day must be like 2025-03-14"
        nil
      end

      # A cell that a table program would take for a sum is told as words.
      def safe(cell)
        cell.is_a?(String) && cell.match?(/\A[=+\-@\t]/) ? "'#{cell}" : cell
      end
      private_class_method :mark, :line, :needed, :holes,
        :value, :one_of, :sign, :number, :day, :safe
    end
  end
end
