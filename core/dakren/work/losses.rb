# frozen_string_literal: true

require_relative "drink"

module Dakren
  module Work
    # What goes elsewhere than into the film, and where none goes: soaked in, left in the tool, extra on edges, edges left bare. Part of
    # Sizing.
    module Losses
      private

      # What is left bare along the edges, at most all but a hair of it.
      def bare_mm2
        band = optional(:bare) or return 0.0

        [band.to_f * @places.sum { |place| place.shape.edge_mm }, flat_mm2 * 0.99].min
      end

      def left_bare
        return [] if bare_mm2.zero?

        [Working.new(says: "less %{band} left bare along %{edge} of edges = %{area}", parts: {
          band: mm(optional(:bare)), edge: mm(@places.sum { |place| place.shape.edge_mm }), area: m2(flat_mm2 - bare_mm2)
        })]
      end

      # Rule: a band along the edges and the steps and wear areas get so much more film.
      def edges(cover)
        share = value(:extra)
        return if share.nil?

        band = (optional(:band) || 0) * @places.sum { |place| place.shape.edge_mm }
        area = [band, flat_mm2].min + ((optional(:wear) || 0) * 1_000_000)
        return unless area.positive?

        line = film_line(:edges, cover, area * share / 100)
        line.with(working: [Working.new(says: "%{share} more film on %{area} of edges, steps and wear areas = %{amount}", parts: {
          share: quantity(share, :pct), area: m2(area), amount: quantity(line.value, line.unit)
        })])
      end

      def drink(coat, area = area_mm2)
        surface = value(:surface) || "sealed"
        own = optional(:drink) ? nil : @own.of(:drink, surface)
        per_m2 = Drink.g_m2(optional(:drink) || drunk(own, surface), coat: coat)
        return if per_m2.zero?

        says = "%{area} × %{drink} = %{g}#{", a quarter of the first coat's" if coat == 2}#{weighed(own)}"
        grams(:drink, Exact.of(area) * per_m2 / 1_000_000, says, area: m2(area), drink: quantity(per_m2, :"g/m2"))
      end

      # As is usual for it, or as the shop found it beside that.
      def drunk(own, surface)
        usual = Drink::SURFACES.fetch(surface).first_coat_g_m2
        own ? own.beside(usual).round(2) : usual
      end

      # Rule: every coat, or the first one alone where the tool is kept from setting between them.
      def soak(coat)
        return if coat > 1 && %w[soft cold].include?(value(:between))

        typed = optional(:soak)
        tool = value(:spread) || "none"
        own = typed ? nil : @own.of(:soak, tool)
        usual = Drink::TOOLS.fetch(tool).soak_g
        kept = typed || own&.beside(usual)&.round(2) || usual
        return if kept.zero?

        grams(:soak, Exact.of(kept), typed ? "as typed, %{g}" : "%{g} stay in a #{Drink::TOOLS.fetch(tool).label}#{weighed(own)}")
      end
    end
  end
end
