# frozen_string_literal: true

module Dakren
  module Desk
    # The shop's settings as typed.
    class SettingsForm
      FIRST = { "resin" => "resin first", "hardener" => "hardener first" }.freeze
      UNITS = { "metric" => "metric: mm, g, ml, °C", "us" => "US: in, oz, fl oz, °F" }.freeze

      attr_reader :typed, :problems

      # @param typed [Hash{String=>Object}]
      # @param system [String] unit system the page spoke
      def initialize(typed, system)
        @typed = typed
        @system = system
        @problems = {}
        @units = typed["units"].to_s
        @problems["units"] = "must be metric or us" unless UNITS.key?(@units)
        @pour_first = typed.fetch("pour_first", "resin").to_s
        @problems["pour_first"] = "must be resin or hardener" unless FIRST.key?(@pour_first)
        @shop_temp_c = Measure::Typed.read(typed["shop_temp"].to_s, field: "shop_temp", units: Measure::Units::TEMPERATURE,
                                                                    bare: Wording.new(system).bare_temperature, allowed: Check::TEMP_C)
      rescue InputError => e
        @problems["shop_temp"] = e.allowed
      end

      # @param record [Records::Settings]
      def self.of(record)
        bare = Wording.new(record.units).bare_temperature
        new({ "units" => record.units, "pour_first" => record.pour_first, "shop_temp" => Check.plain(Measure::Units.from_core(record.shop_temp_c, bare).round(2)) }, record.units)
      end

      def valid?
        problems.empty?
      end

      # @return [Hash{Symbol=>Object}]
      def columns
        { units: @units, pour_first: @pour_first, shop_temp_c: @shop_temp_c.to_f }
      end
    end
  end
end
