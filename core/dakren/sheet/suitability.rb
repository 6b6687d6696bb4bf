# frozen_string_literal: true

require_relative "../base/value"
require_relative "../work/purposes"

module Dakren
  # Does a sheet suit this work? What it must not be used for is refused, with the reason and the nearest
  # thing that fits.
  #
  #   Suitability.new(Work::Kinds::ALL[:cast], sheet, depth_mm: 60, room_c: 20).refusals   # => [Refusal ...]
  class Suitability
    Refusal = Value.define(:name, :says, :nearest, parts: {}.freeze)

    # @param kind [Work::Kinds::Kind] @param sheet [Sheet]
    # @param film_mm [Numeric, nil] wet film of one coat @param depth_mm [Numeric, nil] of one lift
    # @param room_c [Numeric] when the first cup is mixed
    # @param thinner_pct [Numeric] @param grain_g_m2 [Numeric]
    # @param shelf [Array<Sheet>] others that could be taken
    def initialize(kind, sheet, room_c:, film_mm: nil, depth_mm: nil, thinner_pct: 0, grain_g_m2: 0, shelf: [])
      @kind = kind
      @sheet = sheet
      @film_mm = film_mm
      @depth_mm = depth_mm
      @room_c = room_c
      @thinner_pct = thinner_pct
      @grain_g_m2 = grain_g_m2
      @shelf = shelf
    end

    # @return [Array<Refusal>] none where it suits
    def refusals
      [purpose, film, depth, cold, warm, thinner, grain].compact
    end

    private

    def quantity(value, unit)
      Quantity.new(value: value, unit: unit)
    end

    def purpose
      return if @kind.purposes.any? { |purpose| @sheet.for?(purpose) }

      Refusal.new(name: :purpose, says: "This mix is made for #{@sheet.purposes.map do |name|
        PURPOSES.fetch(name)
      end.join(", ")}, not for #{@kind.one}: #{reason}.", nearest: other)
    end

    def reason
      made = @sheet.purposes
      if @kind.on == :void && !made.include?(:cast) then "in a depth it heats itself until it smokes or cracks"
      elsif made == [:cast] then "in a thin film it stays soft for days"
      elsif @kind.name == :bond && made.include?(:laminate) then "it is weak without cloth in it"
      else "the maker doesn't rate it for this"
      end
    end

    # Another sheet that would be refused for nothing, of the same resin where there is one.
    def other
      fitting = @shelf.reject { |sheet| sheet.name == @sheet.name }.select { |sheet| suits?(sheet) }
      best = fitting.min_by do |sheet|
        [sheet.resin == @sheet.resin ? 0 : 1, Math.log(sheet.mix.working_min / @sheet.mix.working_min).abs]
      end
      best ? "Take #{best.name}." : "No resin system on the shelf suits it: take one made for it."
    end

    def suits?(sheet)
      Suitability.new(@kind, sheet, room_c: @room_c, film_mm: @film_mm, depth_mm: @depth_mm, thinner_pct: @thinner_pct,
        grain_g_m2: @grain_g_m2).refusals.empty?
    end

    def film
      return if @film_mm.nil?

      thin = @sheet.limits.thinnest_film_mm
      thick = @sheet.limits.thickest_film_mm
      if thin && @film_mm < thin
        return Refusal.new(name: :film,
          says: "The data sheet wants %{thin} at least in a coat, and this is %{film}.",
          parts: { thin: quantity(thin, :film_mm), film: quantity(@film_mm, :film_mm) },
          nearest: "Lay it thicker, or take another mix.")
      end
      return unless thick && @film_mm > thick

      coats = (@film_mm / Exact.of(thick)).ceil
      Refusal.new(name: :film, says: "The data sheet allows %{thick} in one coat, and this is %{film}.",
        parts: { thick: quantity(thick, :film_mm), film: quantity(@film_mm, :film_mm) },
        nearest: "#{coats} coats of #{Check.plain((@film_mm / coats).to_f.round(3))} mm would do.")
    end

    def depth
      most = @sheet.clock.max_depth_mm
      return if @depth_mm.nil? || most.nil? || @depth_mm <= most

      lifts = (@depth_mm / most.to_f).ceil
      Refusal.new(name: :depth, says: "The data sheet allows %{most} in one lift, and this is %{depth}.",
        parts: { most: quantity(most, :mm), depth: quantity(@depth_mm, :mm) },
        nearest: "#{lifts} lifts of #{Check.plain((@depth_mm / lifts).to_f.round(1))} mm would do.")
    end

    def cold
      low = @sheet.lowest_c
      return if low.nil? || @room_c >= low

      Refusal.new(name: :cold, says: "%{room} is below the data sheet's lowest %{low}: it cures slowly and may stay soft.",
        parts: { room: quantity(@room_c, :c), low: quantity(low, :c) },
        nearest: "Warm the room first.#{sister}")
    end

    def warm
      high = @sheet.highest_c
      return if high.nil? || @room_c <= high

      Refusal.new(name: :warm, says: "%{room} is above the data sheet's highest %{high}.",
        parts: { room: quantity(@room_c, :c), high: quantity(high, :c) },
        nearest: "Wait for a cooler hour, or take a slower hardener.#{sister}")
    end

    # Another hardener of the same resin that bears this room.
    def sister
      found = @shelf.find { |sheet| sheet.resin == @sheet.resin && sheet.hardener != @sheet.hardener && suits?(sheet) }
      found ? " #{found.name} can take it." : ""
    end

    def thinner
      return unless @thinner_pct.positive?

      most = @sheet.limits.thinner_most_pct
      if most.nil?
        return Refusal.new(name: :thinner, says: "The data sheet allows no thinner.",
          nearest: "Warm the parts instead: warm resin is thin.")
      end
      return if @thinner_pct <= most

      Refusal.new(name: :thinner, says: "The data sheet allows %{most} thinner, and this is %{pct}.",
        parts: { most: quantity(most, :pct), pct: quantity(@thinner_pct, :pct) },
        nearest: "Take #{Check.plain(most)} %, and warm the parts.")
    end

    def grain
      return unless @grain_g_m2.positive?

      most = @sheet.limits.grain_most_g_m2
      if most.nil?
        return Refusal.new(name: :grain, says: "The data sheet says nothing of anti-slip aggregate.",
          nearest: "Ask its maker, or take a mix made for it.")
      end
      return if @grain_g_m2 <= most

      Refusal.new(name: :grain, says: "The data sheet allows %{most} of grain, and this is %{grain}.",
        parts: { most: quantity(most, :"g/m2"), grain: quantity(@grain_g_m2, :"g/m2") },
        nearest: "Strew less, or in two coats.")
    end
  end
end
