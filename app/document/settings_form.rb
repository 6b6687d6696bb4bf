# frozen_string_literal: true

require_relative "typed_form"
require_relative "../words/because"
require_relative "../words/dates"

module Dakren
  module Document
    # The shop's settings as typed.
    class SettingsForm
      include TypedForm

      FIRST = { "resin" => "resin first", "hardener" => "hardener first" }.freeze
      PX_PER_MM = (1..20)
      # The international inch.
      MM_PER_INCH = 25.4
      # Rooms people work in; also keeps 68 °F from being taken for 68 °C while the units are being changed.
      SHOP_C = (-20..50)
      MOST_PEOPLE = 20
      CURRENCY_LONGEST = 4
      CURRENCY = /\A[\p{L}\p{Sc}]{0,#{CURRENCY_LONGEST}}\z/
      UNITS = { "metric" => "metric: mm, g, ml, °C", "us" => "US: in, oz, fl oz, °F", "apart" => "choose separately:" }.freeze
      # How days and hours are written.
      DATES = Words::Dates::NAMES
      APART = { "lengths" => ["Lengths", { "metric" => "mm, m", "us" => "in, ft" }],
                "amounts" => ["Weight and volume", { "metric" => "g, ml", "us" => "oz, fl oz" }],
                "temperatures" => ["Temperatures", { "metric" => "°C", "us" => "°F" }] }.freeze

      # @param typed [Hash{String=>Object}]
      # @param system [String] unit system the page spoke
      def initialize(typed, system)
        @typed = typed
        @system = system
        @problems = {}
        @units = read_units
        @px_per_mm = read_pixels
        @hours = typed.fetch("hours", Crew::HOURS).to_s.strip
        @days_off = typed.fetch("days_off", "Sat Sun").to_s.strip
        read_hours
        @zone = typed.fetch("zone", "").to_s.strip
        @dates = typed.fetch("dates", Words::Dates::USUAL).to_s
        @problems["dates"] = "must be one of #{DATES.values.join(", ")}" unless DATES.key?(@dates)
        @problems["zone"] = "must be the name of a time zone, like Europe/Oslo" unless @zone.empty? || Zones.known(@zone)
        read_people
        @crew = @people.any? ? @people.size : Measure::Typed.read(typed.fetch("crew", "1").to_s, field: "crew", allowed: 1..20).to_i
        read_currency
        @pour_first = typed.fetch("pour_first", "resin").to_s
        @problems["pour_first"] = "must be resin or hardener" unless FIRST.key?(@pour_first)
        @shop_temp_c = Measure::Typed.read(typed["shop_temp"].to_s, field: "shop_temp", units: Measure::Units::TEMPERATURE,
          bare: Words::Wording.new(system).bare_temperature, allowed: SHOP_C)
      rescue InputError => e
        @problems[e.field] = e.allowed
      end

      # @param record [Stores::Settings]
      def self.of(record)
        bare = Words::Wording.new(record.units).bare_temperature
        new(
          { "units" => Words::Systems::SYSTEMS.include?(record.units) ? record.units : "apart",
            **APART.keys.zip(Words::Systems.parts(record.units)).to_h,
            "pour_first" => record.pour_first, "px_per_mm" => Check.plain((record.px_per_mm * per_mm(record.units)).round(4)),
            "hours" => record.hours,
            "days_off" => record.days_off, "crew" => record.crew.to_s, "people" => record.people, "currency" => record.currency,
            "zone" => record.zone,
            "dates" => record.dates, "shop_temp" => Check.plain(Measure::Units.from_core(record.shop_temp_c, bare).round(2)) }, record.units
        )
      end

      # Millimetres in the length that the screen's pixels are counted on.
      def self.per_mm(system)
        Words::Systems.us?(system, :length) ? MM_PER_INCH : 1
      end

      # Pixels of the screen in a millimetre, or in an inch where the page speaks inches.
      def read_pixels
        mm = SettingsForm.per_mm(@system)
        typed_px = typed.fetch("px_per_mm") { Check.plain((3.7795 * mm).round(4)) }.to_s
        Measure::Typed.read(typed_px, field: "px_per_mm", allowed: (PX_PER_MM.begin * mm)..(PX_PER_MM.end * mm)) / mm.to_r
      end

      # A preset, or each by itself.
      def read_units
        chosen = typed["units"] == "apart" ? Words::Systems.of(APART.keys.map { |name| typed[name].to_s }) : typed["units"].to_s
        @problems["units"] = "must be metric, US, or each of them apart" unless Words::Systems.known?(chosen)
        chosen
      end

      # Hours that can be read, and that open some day.
      def read_hours
        raise InputError.new("hours", "must be at most 200 characters") if @hours.length > 200 || @days_off.length > 200

        Plan::Hours.read(@hours, days_off: @days_off, start: Zones.of(nil).local(2026, 1, 5, 9), zone: Zones.of(nil)).fit(0, 1)
      end

      def read_currency
        @currency = typed.fetch("currency", "").to_s.strip
        @problems["currency"] = "must be at most #{CURRENCY_LONGEST} letters or a sign, like EUR" unless CURRENCY.match?(@currency)
      end

      # Who works here: nobody twice, each with what can be read of them.
      def read_people
        @people = CrewRows.typed(typed["people"].to_s)
        raise InputError.new("people", "must be at most #{MOST_PEOPLE} lines") if @people.size > MOST_PEOPLE

        @people.each_with_index { |row, i| raise InputError.new("people", "line #{i + 1} must begin with a name") if row.first.empty? }
        names = @people.map { |row| row.first.downcase }
        raise InputError.new("people", "must name nobody twice; #{names.tally.key(2)} is") if names.uniq.size < names.size

        CrewRows.new(self, @people, method(:hours_of)).hands
      end

      # What reads a line of them asks for: see Reader.
      def complain(_field, says)
        raise InputError.new("people", says)
      end

      def guarded(_field, _names = {})
        yield
      rescue InputError => e
        complain("people", e.allowed)
      end

      def hours_of(text, _name)
        Plan::Hours.read(text || @hours, start: Zones.of(nil).local(2026, 1, 5, 9), zone: Zones.of(nil)).tap { |hours| hours.fit(0, 1) }
      end

      # @return [Hash{Symbol=>Object}]
      def columns
        {
          units: @units, dates: @dates, pour_first: @pour_first, px_per_mm: @px_per_mm.to_f, hours: @hours, days_off: @days_off,
          crew: @crew, currency: @currency, people: typed["people"].to_s.strip, zone: @zone, shop_temp_c: @shop_temp_c.to_f
        }
      end
    end
  end
end
