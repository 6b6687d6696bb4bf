# frozen_string_literal: true

require_relative "localised"

module Dakren
  # From records to core values and back, and into words: the one place for both.
  module Words
    # Figures as a builder reads them, in metric or US units.
    #
    #   Wording.new("metric").show(Quantity.new(value: 716.3, unit: :g))   # => "716 g"
    class Wording
      include Localised

      # Core unit => [unit shown, word] by size, the first whose limit (in the core's unit) is not reached.
      METRIC = {
        mm: [[10_000, :mm, "mm"], [nil, :m, "m"]],
        film_mm: [[0.1, :micron, "micron"], [nil, :mm, "mm"]],
        m2: [[nil, nil, "m²"]],
        g: [[10_000, :g, "g"], [nil, :kg, "kg"]],
        # What is weighed out stands as the scale shows it, however much it is.
        g_weighed: [[10_000, :g, "g"], [nil, :kg, "kg"]],
        ml: [[10_000, :ml, "ml"], [nil, :L, "litres"]],
        c: [[nil, :C, "°C"]], c_step: [[nil, :c_step, "°C"]],
        "g/m2": [[nil, :"g/m2", "g/m²"]],
        "m2/h": [[nil, :"m2/h", "m²/h"]], "m/h": [[nil, :"m/h", "m/h"]], "g/min": [[nil, :"g/min", "g/min"]],
        "g/ml": [[nil, :"g/ml", "g/ml"]], "J/g": [[nil, :"J/g", "J/g"]], "kJ/mol": [[nil, :"kJ/mol", "kJ/mol"]],
        "J/gK": [[nil, :"J/gK", "J/g K"]], "W/mK": [[nil, :"W/mK", "W/m K"]], "C/h": [[nil, :"C/h", "°C an hour"]]
      }.freeze
      US = {
        mm: [[914, :in, "in"], [nil, :ft, "ft"]],
        film_mm: [[2.5, :mil, "mil"], [nil, :in, "in"]],
        m2: [[nil, nil, "sq ft"]],
        g: [[1000, :oz, "oz"], [nil, :lb, "lb"]], g_weighed: [[nil, :oz, "oz"]],
        ml: [[3785, :"fl oz", "fl oz"], [nil, :gal, "gal"]],
        c: [[nil, :F, "°F"]], c_step: [[nil, :f_step, "°F"]],
        "g/m2": [[nil, :"oz/yd2", "oz/yd²"]],
        "m2/h": [[nil, :"ft2/h", "sq ft/h"]], "m/h": [[nil, :"ft/h", "ft/h"]], "g/min": [[nil, :"oz/min", "oz/min"]],
        "g/ml": [[nil, :"lb/gal", "lb/gal"]], "J/g": [[nil, :"BTU/lb", "BTU/lb"]], "kJ/mol": [[nil, :"kcal/mol", "kcal/mol"]],
        "J/gK": [[nil, :"BTU/lbF", "BTU/lb °F"]], "W/mK": [[nil, :"BTU/hftF", "BTU/h ft °F"]], "C/h": [[nil, :"F/h", "°F an hour"]]
      }.freeze
      # Which of the three switches each unit goes by.
      KINDS = { mm: :length, film_mm: :length, m2: :area, g: :mass, g_weighed: :mass, ml: :volume, c: :temperature,
                c_step: :temperature, "g/m2": :cover,
                "m2/h": :area_rate, "m/h": :length_rate, "g/min": :mass_rate, "g/ml": :density, "J/g": :heat, "kJ/mol": :energy,
                "J/gK": :heat_capacity, "W/mK": :conductivity, "C/h": :warming }.freeze
      SQUARE_FEET_PER_M2 = 1 / 0.09290304
      SQUARE_MM_PER_SQUARE_INCH = 645.16
      PLAIN = { count: "", "": "", "/h": "an hour", pct: "%", phr: "phr" }.freeze

      # What is counted: one of it, and several.
      COUNTED = { person: %w[person people],
                  batch: %w[batch batches], system: ["resin system", "resin systems"],
                  coat: %w[coat coats], lift: %w[lift lifts], ply: %w[ply plies], corner: %w[corner corners],
                  hole: %w[hole holes],
                  loop: %w[loop loops], disc: %w[disc discs],
                  weighing: %w[weighing weighings],
                  sounding: ["depth reading", "depth readings"], width: %w[width widths],
                  ticket: %w[ticket tickets], field: %w[field fields] }.freeze

      # So far minutes are told in minutes.
      IN_MINUTES = 90
      # So far a weekday says which day it is.
      SAME_WEEK_S = 6 * 86_400

      attr_reader :system

      # Days and hours.
      # @return [Dates]
      attr_reader :dates

      # @param system [String] "metric" or "us" @param dates [String] of Dates::NAMES
      def initialize(system, dates = Dates::USUAL)
        @system = system
        @dates = Dates.new(dates)
        @table = METRIC.to_h { |unit, metric| [unit, us?(KINDS.fetch(unit)) ? US.fetch(unit) : metric] }
      end

      # The same for a page whose days are counted from there: beyond six days a weekday carries its date.
      # @param time [Time]
      # @return [Wording]
      def seen_from(time)
        dup.tap { |words| words.instance_variable_set(:@since, time) }
      end

      # Everything what is printed hangs on.
      # @return [Array<String>]
      def key
        [system, dates.name]
      end

      # Does the reader have US units of this kind?
      # @param kind [Symbol] of Measure::Units
      def us?(kind)
        Systems.us?(system, kind)
      end

      # @param quantity [Quantity]
      # @return [String] number and unit, three significant digits
      def show(quantity)
        number, unit = quantity_pair(quantity.value, quantity.unit)
        unit.empty? ? number : "#{number} #{unit}"
      end

      # "1 cup", "2 cups".
      # @param unit [Symbol] of COUNTED
      # @return [String]
      def counted(count, unit)
        quantity_pair(count, unit).join(" ")
      end

      # @return [Array(String, String)] number and unit apart, for setting them in different sizes
      def quantity_pair(value, unit)
        return ["unknown", ""] if value.nil?
        return [minutes(value), ""] if unit == :min
        return [significant(value), PLAIN.fetch(unit)] if PLAIN.key?(unit)
        return [significant(value), COUNTED.fetch(unit)[value == 1 ? 0 : 1]] if COUNTED.key?(unit)
        return { mm2: method(:small_area), c_step: method(:degrees_apart) }.fetch(unit).call(value) if %i[mm2 c_step].include?(unit)

        _, name, word = @table.fetch(unit).find { |limit, *| limit.nil? || value.to_f.abs < limit }
        shown = if name then Measure::Units.from_core(value.to_f, name)
                else us?(:area) ? value.to_f * SQUARE_FEET_PER_M2 : value.to_f
                end
        [unit == :c ? degrees(shown) : significant(shown), word]
      end

      # Grams (or ounces) as the scale shows them.
      # @param resolution_g [Numeric] step of its display
      # @return [Array(String, String)]
      def weight(grams, resolution_g: 0.1)
        return ["unknown", ""] if grams.nil?

        unit = us?(:mass) ? :oz : :g
        step = Measure::Units.from_core(resolution_g.to_f, unit)
        [format("%.#{(-Math.log10(step) - 1e-9).ceil.clamp(0, 4)}f", Measure::Units.from_core(grams.to_f, unit)), unit.to_s]
      end

      # @return [Array(String, String)] as read off a graduated cup
      def volume(ml)
        return ["unknown", ""] if ml.nil?

        unit, finest, whole = us?(:volume) ? [:"fl oz", 2, 100] : [:ml, 1, 1000]
        value = Measure::Units.from_core(ml.to_f, unit)
        decimals = if value >= whole then finest - 1
                   else value < 1 ? finest + 1 : finest
                   end
        [format("%.#{decimals}f", value), unit.to_s]
      end

      # Three significant digits, no exponent, thin spaces by thousands.
      def significant(value)
        number = value.to_f
        return "0" if number.zero?

        digits = (2 - Math.log10(number.abs).floor).clamp(0, 6)
        text = format("%.#{digits}f", number.round(2 - Math.log10(number.abs).floor))
        text = text.sub(/\.?0+\z/, "") if text.include?(".")
        group(text)
      end

      def group(text)
        whole, decimals = text.split(".")
        [whole.gsub(/(?<=\d)(?=(\d{3})+\z)/, "\u202F"), decimals].compact.join(".")
      end

      def degrees(value)
        format("%.1f", value).delete_suffix(".0")
      end

      # A span of time as people say it: 48 min, 2 h 05, 3 d 4 h.
      # @param hours [Boolean] also what is shorter, beside something that is told in hours?
      def minutes(value, hours: false)
        return "more than 60 days" if value.nil?
        return "#{Check.plain(value.to_f.round(1))} min" if value < 10
        return "#{value.round} min" if value < (hours ? 60 : IN_MINUTES)
        return hours(value.round(2 - Math.log10(value).floor).to_i) if value < 48 * 60

        days(value)
      end

      # @param early [Float, nil]
      # @param late [Float, nil]
      # @return [String] "42–58 min", or one figure where both say the same
      def span(early, late)
        return minutes(nil) if early.nil?
        return "#{minutes(early)} or much longer" if late.nil?

        low, high = [early, late].map { |value| minutes(value, hours: late >= IN_MINUTES) }
        return low if low == high

        unit = low[/\A[\d.]+ (min|h|d)\z/, 1]
        unit && high.end_with?(" #{unit}") ? "#{low.delete_suffix(" #{unit}")}–#{high}" : "#{low} – #{high}"
      end

      # @param pair [Array(Numeric, Numeric)] coldest and warmest, °C
      # @return [String] "12–19 °C"
      def span_of_degrees(pair)
        low, high = pair.map { |temp| quantity_pair(temp, :c) }
        low == high ? low.join(" ") : "#{low[0]}–#{high.join(" ")}"
      end

      # @param start [Time] minute 0
      # @param early [Float, nil] minutes
      # @param late [Float, nil]
      # @return [String] "Tue 14:05–17:10", with the day where it is another
      def clock_span(start, early, late)
        return "not within 60 days" if early.nil?

        from = start + (early * 60)
        return "from #{clock(from)}, end not known" if late.nil?

        to = start + (late * 60)
        return "#{dates.day(from)} – #{dates.day(to)}" if late - early > 2880 || late > 10 * 1440

        "#{clock(from)}–#{from.to_date == to.to_date ? dates.hour(to) : clock(to)}"
      end

      def clock(time)
        @since && (time - @since).abs > SAME_WEEK_S ? dates.moment(time) : dates.clock(time)
      end

      # @param sentence [Working, Care::Caution] a sentence with named gaps
      # @return [String] with its quantities filled in
      def fill(sentence)
        local(sentence.says).gsub(/%\{(\w+)\}/) { show(sentence.parts.fetch(Regexp.last_match(1).to_sym)) }
      end

      # @param unit [Symbol] the core's own: :"g/m2"
      # @return [String] as a label has it: "g/m²", "oz/yd²"; "an hour" for what is counted
      def unit_word(unit)
        PLAIN[unit] || @table.fetch(unit).first.last
      end

      # @param unit [Symbol] the core's own
      # @return [Symbol] of Measure::Units, what a bare number means to the reader
      def bare(unit)
        PLAIN.key?(unit) ? unit : @table.fetch(unit).first[1]
      end

      def bare_length
        us?(:length) ? :in : :mm
      end

      def bare_temperature
        us?(:temperature) ? :F : :C
      end

      private

      # The section of a bead, the floor of a cup.
      def small_area(value)
        us?(:area) ? [significant(value.to_f / SQUARE_MM_PER_SQUARE_INCH), "sq in"] : [significant(value), "mm²"]
      end

      # Degrees between two temperatures.
      def degrees_apart(value)
        us?(:temperature) ? [degrees(value * 1.8), "°F"] : [degrees(value), "°C"]
      end

      def hours(minutes)
        whole, rest = minutes.divmod(60)
        rest.zero? ? "#{whole} h" : format("%d h %02d", whole, rest)
      end

      def days(value)
        hours = (value / 60).round
        whole, rest = hours.divmod(24)
        rest.zero? || whole >= 10 ? "#{(value / 1440).round} d" : "#{whole} d #{rest} h"
      end
    end
  end
end
