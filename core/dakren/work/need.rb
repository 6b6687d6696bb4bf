# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Work
    # How much one coat of a task takes, line by line, and what else is needed with it.
    #
    # lines: NeedLine; film_mm: wet film where it is one; depth_mm: of a pour; laminate, scarf: what is cut; powder:
    # [Filler::Powder, grams to 100 g] or nil; folded_after: share of it that
    # goes in once the hardener is in; prime_share: of the mix, brushed on neat before the rest is
    # thickened; remarks: sentences with quantities; printed: does it come from the coverage a tin prints? Then nothing is lost on top.
    Need = Value.define(:lines, :area_mm2, film_mm: nil, depth_mm: nil, laminate: nil, scarf: nil, powder: nil, remarks: [].freeze,
      extras: [].freeze, folded_after: 0, prime_share: 0, printed: false) do
      # @param density_g_ml [Numeric, nil] of the mix
      # @return [Rational, nil] grams; nil where something is told in ml and no density is known
      def grams(density_g_ml)
        return if density_g_ml.nil? && lines.any? { |line| line.unit == :ml }

        lines.sum { |line| line.grams(density_g_ml) }
      end

      # @param density_g_ml [Numeric] known or assumed
      # @return [Rational]
      def millilitres(density_g_ml)
        lines.sum { |line| line.millilitres(density_g_ml) }
      end

      # Is it nothing but amounts somebody told?
      def told?
        lines.all? { |line| line.name == :told }
      end

      def line(name)
        lines.find { |line| line.name == name }
      end
    end

    # One line of a need: exact value in g or ml.
    NeedLine = Value.define(:name, :label, :value, :unit, working: [].freeze) do
      def grams(density_g_ml)
        unit == :g ? value : density_g_ml && (value * Exact.of(density_g_ml))
      end

      def millilitres(density_g_ml)
        unit == :ml ? value : density_g_ml && (value / Exact.of(density_g_ml))
      end
    end

    # Lines of a need, made from amounts and the sentence that tells how they came about.
    module NeedLines
      # General chemistry: quartz.
      GRAIN_DENSITY_G_ML = 2.65
      LABELS = { work: "on the work", told: "as told", prime: "brushed on neat first", texture: "extra for texture",
                 edges: "extra on edges and wear areas",
                 drink: "soaked in", soak: "left in the tool",
                 flow: "kept by the flow layer", line: "left in the feed line", trap: "for the trap", squeeze: "squeezed out",
                 proud: "left proud, shaved off", planing: "left proud, planed off" }.freeze

      # What the finish asks of the coats below it.
      FINISHES = { "clear" => ["under clear varnish: the clear hardener, at least three coats, four are better",
        "out of doors a varnish with UV protection goes on top: epoxy by itself yellows and chalks in the sun"],
                   "paint" => ["under paint any hardener will do: the paint keeps the sun off"] }.freeze

      private

      def quantity(amount, unit)
        Quantity.new(value: amount, unit: unit)
      end

      def m2(area)
        quantity(area / 1e6, :m2)
      end

      def mm(length)
        quantity(length, :mm)
      end

      def film_line(name, cover, area, before = [])
        amount, = cover.amounts(area, nil)
        grams = cover.amounts(area, nil)[1]
        value, unit = amount ? [amount, :ml] : [grams, :g]
        says = cover.film_mm ? "%{area} × %{film} wet film = %{amount}" : "%{area} × %{cover} = %{amount}"
        NeedLine.new(name: name, label: LABELS.fetch(name), value: value, unit: unit, working: before + [Working.new(says: says, parts: {
          area: m2(area), film: quantity(cover.film_mm, :film_mm), cover: quantity(cover.cover_g_m2, :"g/m2"),
          amount: quantity(value, unit)
        }.reject { |_, part| part.value.nil? })])
      end

      def grams(name, value, says, **parts)
        NeedLine.new(name: name, label: LABELS.fetch(name), value: value, unit: :g,
          working: [Working.new(says: says, parts: { **parts, g: quantity(value, :g) })])
      end

      def ml(name, value, says, **parts)
        NeedLine.new(name: name, label: LABELS.fetch(name), value: value, unit: :ml,
          working: [Working.new(says: says, parts: { **parts, ml: quantity(value, :ml) })])
      end

      # @return [Array<Working>] what the wet film comb and the dry coat show
      def film_remarks(cover)
        film = cover.film_with(@density)
        found = FINISHES.fetch(value(:finish), []).map { |says| Working.new(says: says) }
        if (thin = optional(:thinner)) && thin.positive? && value(:thinner_when) == "start"
          found << Working.new(says: "with %{thin} thinner the comb must show %{wet} for %{film} to stay", parts: {
            thin: quantity(thin, :pct), wet: quantity(film * (100 + Exact.of(thin)) / 100, :film_mm), film: quantity(film, :film_mm)
          })
        end
        if (grain = optional(:grain)) && grain.positive?
          found << Working.new(says: "aggregate builds the coat to %{film}",
            parts: { film: quantity(film + (Exact.of(grain) / Exact.of(GRAIN_DENSITY_G_ML) / 1000), :film_mm) })
        end
        found
      end

      # What is needed beside resin and hardener.
      def film_extras(cover)
        found = []
        thin = optional(:thinner)
        if thin&.positive?
          mix = cover.film_with(@density) * Exact.of(flat_mm2) / 1000
          found << NeedLine.new(name: :thinner, label: "thinner", value: mix * Exact.of(thin) / 100, unit: :ml)
        end
        grain = optional(:grain)
        if grain&.positive?
          found << NeedLine.new(name: :grain, label: "grain, strewn", value: Exact.of(flat_mm2) * Exact.of(grain) / 1_000_000, unit: :g)
        end
        found
      end

      def weighed(own)
        if own
          "; the shop's own figure, #{own.count} #{own.count == 1 ? "weighing" : "weighings"}"
        else
          ""
        end
      end
    end
  end
end
