# frozen_string_literal: true

module Dakren
  # Outside devices: a port each, and a stand-in that behaves like the thing.
  module Devices
    # What a device says: kind, value in its unit, and how it stands (:steady, :moving, :over, :off).
    Reading = Value.define(:kind, :state, value: nil, unit: nil) do
      def usable?
        !value.nil? && state != :over && state != :off
      end
    end

    # The line protocol, text over TCP, one line a reading:
    #
    #   scale 203.6 g steady      scale 187.2 g moving      scale over      scale off
    #   room 18.9 C               tins 21.4 C               surface 17.0 C
    #   moisture 7.4 %            comb 300 micron
    #
    # Whatever else a device sends is passed over; nothing it sends can stop the bench.
    module Protocol
      LONGEST = 120
      UNITS = { "scale" => "g", "room" => "C", "tins" => "C", "surface" => "C", "moisture" => "%", "comb" => "micron" }.freeze
      LIMITS = { "scale" => -1000.0..200_000.0, "room" => -40.0..120.0, "tins" => -40.0..120.0, "surface" => -40.0..120.0,
                 "moisture" => 0.0..100.0, "comb" => 0.0..20_000.0 }.freeze
      NUMBER = /\A-?\d{1,7}(\.\d{1,4})?\z/
      SILENT = %w[over off].freeze

      module_function

      # @param text [String] one line as it came
      # @return [Reading, nil] nil for anything that is no reading
      def read(text)
        line = text.byteslice(0, LONGEST + 1).scrub("").strip
        return if line.length > LONGEST

        kind, value, unit, state = line.split
        return unless UNITS.key?(kind)
        return Reading.new(kind: kind.to_sym, state: value.to_sym) if kind == "scale" && SILENT.include?(value) && unit.nil?

        figure(kind, value, unit, state)
      end

      # @param reading [Reading]
      # @return [String] one line, without its end
      def write(reading)
        return "#{reading.kind} #{reading.state}" if reading.value.nil?

        [reading.kind, reading.value, reading.unit, (reading.state if reading.kind == :scale)].compact.join(" ")
      end

      def figure(kind, value, unit, state)
        return unless NUMBER.match?(value.to_s) && UNITS[kind] == unit && LIMITS[kind].cover?(value.to_f)
        return unless [nil, "steady", "moving"].include?(state)

        Reading.new(kind: kind.to_sym, value: value.to_f, unit: unit, state: (state || "steady").to_sym)
      end
      private_class_method :figure
    end
  end
end
