# frozen_string_literal: true

module Dakren
  module Measure
    # Reads a figure as a builder types it: "1,5", "3/8 in", "12'6\"", "1 1/2", "0.3 mm", "8 mil", "1 250".
    #
    #   Typed.read("12'6\"", field: "length", units: Units::LENGTH, bare: :mm)   # => 3810 (mm, exact)
    #
    # A figure that can be read two ways, such as 1,250, is refused with both readings, never guessed.
    class Typed
      LONGEST = 60
      SPACES = "[ \u00A0\u2009\u202F]"
      GROUPED = /\d{1,3}(?:#{SPACES}\d{3})+(?:[.,]\d+)?/
      MIXED = %r{\d+#{SPACES}+\d+\s*/\s*\d+}
      FRACTION = %r{\d+\s*/\s*\d+}
      DECIMAL = /(?:\d[\d.,]*|[.,]\d+)(?:e[+-]?\d{1,4})?/i
      NUMBER = /#{MIXED}|#{FRACTION}|#{GROUPED}(?![\d.,])|#{DECIMAL}/
      UNIT = %r{(?:cm|ft|m)[2²]/h|/h|(?:cm|ft|m)2(?!\d)|°?[a-z]+/[a-z]+(?:[ ·]?[kf]\b)?[23²³]?|cm3|[^\d\s.,+\-−–]*(?:\s+[a-z][^\d\s]*)?}
      SIGN = /[+\-−–]/
      # Units that may stand together, the larger first: 12 ft 6 in, 1 m 20 cm.
      TOGETHER = [%i[ft in], %i[m cm], %i[m mm], %i[cm mm], %i[lb oz], %i[kg g], %i[h min], %i[d h]].freeze

      class << self
        # @param text [String] what was typed
        # @param field [String] name used in a complaint
        # @param units [Array<Units::Unit>] units allowed; empty for a bare number
        # @param bare [Symbol, nil] unit meant when none is typed
        # @param allowed [Range, nil] limits in the core's unit
        # @return [Rational] in the core's unit
        # @raise [InputError] naming the field, what is allowed and what was given
        def read(text, field:, units: Units::NUMBER, bare: nil, allowed: nil)
          new(text, field, units, bare, allowed).value
        end

        # A figure that may be told in one of several kinds of unit.
        #
        # @param units [Array<Units::Unit>] e.g. Units::AMOUNT
        # @return [Quantity] in the core's unit of the kind that was typed, or as it was counted
        # @raise [InputError]
        def quantity(text, field:, units:, bare:, allowed: nil)
          typed = new(text, field, units, bare, allowed)
          Quantity.new(value: typed.value, unit: typed.core_unit)
        end

        # Does the text carry a unit of its own?
        def unit?(text)
          !text.to_s.gsub(/e[+-]?\d+/i, "").match(/[a-z%°µμ'"″′’”]/i).nil?
        end
      end

      def initialize(text, field, units, bare, allowed)
        @text = text.to_s.strip
        @field = field
        @units = units
        @bare = bare
        @allowed = allowed
      end

      # @return [Rational]
      def value
        refuse("must be given#{wanted}") if @text.empty?
        refuse("is too long: a figure has at most #{LONGEST} characters#{wanted}") if @text.length > LONGEST

        result = sum(groups)
        return result unless @allowed
        return result if @allowed.cover?(result)

        refuse("must be from #{limit(@allowed.begin)} to #{limit(@allowed.end)}#{unit_word}")
      end

      # @return [Symbol] of the core, for the unit that was typed
      def core_unit
        unit = Units.named(groups.first[1] || @bare)
        Units::CORE.fetch(unit.kind, unit.name)
      end

      private

      # The text as [number, unit] pairs.
      def groups
        rest = @text.sub(/\A#{SIGN}\s*/o) { |sign| ((@negative = sign.match?(/[-−–]/)) && "") || "" }
        found = []
        until rest.strip.empty?
          match = rest.match(/\A\s*(#{NUMBER})\s*(#{UNIT})\s*/io)
          refuse("must be a number#{wanted}") unless match

          found << [number(match[1]), unit(match[2])]
          rest = match.post_match
        end
        found.empty? ? refuse("must be a number#{wanted}") : found
      end

      def sum(found)
        names = found.map(&:last)
        if found.size > 1
          names[1] ||= :in if names[0] == :ft
          refuse("must be one number#{wanted}") unless found.size == 2 && TOGETHER.include?(names)
          refuse("has too many inches: write less than 12 after the feet") if names == %i[ft in] && found[1][0] >= 12
        end
        total = found.zip(names).sum { |(amount, _), name| in_core(signed(amount), name || @bare) }
        refuse("is too large") if total.abs > 10**15
        total
      end

      def signed(amount)
        @negative ? -amount : amount
      end

      def in_core(amount, name)
        name ? Units.to_core(amount, name) : amount
      end

      def unit(text)
        return if text.empty?

        Units.written(text, @units)&.name || refuse("has a unit that does not fit here#{wanted}")
      end

      def number(text)
        return text.split(%r{\s+(?=\d+\s*/)}).sum { |part| number(part) } if text.match?(%r{\d\s+\d+\s*/})
        return fraction(text) if text.include?("/")

        mantissa, power = text.downcase.split("e")
        refuse("is too large or too small") if power && power.to_i.abs > 15
        Rational(plain(mantissa.gsub(/#{SPACES}/o, ""))) * (10**power.to_i)
      rescue ArgumentError
        refuse("must be a number#{wanted}")
      end

      def fraction(text)
        above, below = text.split("/").map(&:to_i)
        refuse("has a fraction with 0 below the line") if below.zero?
        Rational(above, below)
      end

      # Decides between decimal point and thousands separator.
      def plain(text)
        marks = text.scan(/[.,]/)
        return text.sub(/\A\./, "0.").delete_suffix(".") if marks.empty? || marks == ["."]
        return thousands_or_decimal(text) if marks == [","]
        return grouped(text, marks.first) if marks.uniq.size == 1

        whole, _, decimals = text.rpartition(marks.last)
        refuse("mixes points and commas in a way that cannot be read") if marks[0..-2].uniq != [marks.first] || marks.first == marks.last
        "#{grouped(whole, marks.first)}.#{decimals}"
      end

      def thousands_or_decimal(text)
        whole, decimals = text.split(",", -1)
        if decimals.length == 3 && whole.match?(/\A[1-9]\d{0,2}\z/)
          refuse("can be read two ways: write #{whole}.#{decimals} or #{whole}#{decimals}")
        end
        "#{whole.empty? ? 0 : whole}.#{decimals.empty? ? 0 : decimals}"
      end

      def grouped(text, mark)
        refuse("has separators that do not group by thousands") unless text.match?(/\A\d{1,3}(?:#{Regexp.escape(mark)}\d{3})+\z/)
        text.delete(mark)
      end

      def wanted
        return "" if @units.empty?

        " (#{@units.map(&:name).join(", ")}; #{@bare} if no unit given)"
      end

      def unit_word
        if @bare
          " #{@bare == :C || @bare == :F ? "°#{@bare}" : @bare}"
        else
          ""
        end
      end

      # A limit is told in the unit the field speaks.
      def limit(core)
        shown = @bare ? Units.from_core(core.to_r, @bare) : core
        rounded = shown.to_f.abs < 1 ? shown.to_f.round(4) : shown.to_f.round(1)
        Check.plain(rounded)
      end

      def refuse(allowed)
        raise InputError.new(@field, allowed, given: @text)
      end
    end
  end
end
