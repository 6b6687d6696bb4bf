# frozen_string_literal: true

module Dakren
  module Document
    # Times as a data sheet tells them: one, a range, or overnight. Part of SheetForm.
    module TimeRanges
      # Minutes that "overnight" may be.
      OVERNIGHT = [480.0, 960.0].freeze
      RANGE = /\s*(?:–|—|-|\bto\b)\s*/

      private

      def read_range(field, text)
        return OVERNIGHT if text.match?(/\Aover[ -]?night\z/i)

        parts = text.split(RANGE, -1)
        return complain(field.name, "must be one time or two, like 90–120 min") unless parts.size.between?(1, 2)

        unit = parts.last[/[a-z]+\s*\z/i]
        parts[0] = "#{parts[0]} #{unit}" if parts.size == 2 && unit && !Measure::Typed.unit?(parts[0])
        early, late = parts.map { |part| figure(field, part) }
        late ||= early if parts.size == 1
        return unless early && late
        return complain(field.name, "must have its early figure first") if early > late

        [early.to_f, late.to_f]
      end

      # "8-10 min", "30 to 45": kept as the range it is. Mixing is reckoned with the longer, all else with the middle of the two.
      def time(field, text)
        parts = text.split(RANGE, -1)
        range = parts.size == 2 && parts.none?(&:empty?)
        return figure(field, text)&.to_f unless range || text.match?(/\Aover/i)

        early, late = read_range(field, text)
        return if early.nil?

        @numbers[:ranges][field.name] = [early, late] unless early == late
        field.name.start_with?("mix_", "second_cup") ? late : Math.sqrt(early * late)
      end
    end
  end
end
