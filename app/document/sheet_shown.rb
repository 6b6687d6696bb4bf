# frozen_string_literal: true

module Dakren
  module Document
    # A kept sheet's figures as its editor shows them: what is read again from them is what was kept. Part of SheetForm.
    module SheetShown
      U = Measure::Units
      # Ours: so many digits of a figure that was told in other units are kept.
      DIGITS = 6

      def shown(field, record, wording)
        return range_text(record.stages[field.name]) if field.kind == :range
        return pot_lives_text(record.more_pot_lives, wording) if field.kind == :pot_lives
        return range_text(record.ranges[field.name]) if record.ranges&.key?(field.name)

        value = record.public_send(field.name)
        return value.to_s if value.nil? || value.is_a?(String)
        return duration(value) if field.units == U::TIME

        bare = Words::Systems.us?(wording.system, field.units.first&.kind) ? field.us : field.metric
        bare && bare != field.metric ? figure_text(value.to_f, bare) : Check.plain(value.to_f.round(6))
      end

      # The shortest figure that means the same when it is read again.
      def figure_text(value, bare)
        there = U.from_core(value, bare).to_f
        wanted = to_digits(value)
        (0..8).each do |places|
          text = there.round(places)
          return Check.plain(text) if to_digits(U.to_core(text, bare).to_f) == wanted
        end
        Check.plain(there.round(8))
      end

      # A figure to the digits in which it is kept: one converted is no surer than that.
      def to_digits(value)
        value.zero? ? 0.0 : value.round(DIGITS - 1 - Math.log10(value.abs).floor)
      end

      # Rows of g, °C and minutes as they are typed.
      def pot_lives_text(rows, wording)
        us = wording.us?(:temperature)
        Array(rows).map do |mass, temp, minutes|
          warm = us ? "#{figure_text(temp.to_f, :F)} °F" : "#{Check.plain(temp)} °C"
          weighs = wording.us?(:mass) ? "#{figure_text(mass.to_f, :oz)} oz" : "#{Check.plain(mass)} g"
          "#{weighs}, #{warm}, #{duration(minutes)}"
        end.join("\n")
      end

      # Minutes in the largest unit that says them exactly.
      def duration(minutes)
        unit = { "d" => 1440, "h" => 60 }.find { |_, size| minutes >= size * 2 && (minutes % size).zero? }
        unit ? "#{Check.plain((minutes / unit[1]).to_f)} #{unit[0]}" : "#{Check.plain(minutes.to_f)} min"
      end

      def range_text(range)
        return "" unless range

        early, late = range.map { |minutes| duration(minutes) }
        return early if early == late

        unit = " #{late.split.last}"
        early.end_with?(unit) ? "#{early.delete_suffix(unit)}–#{late}" : "#{early} – #{late}"
      end
    end
  end
end
