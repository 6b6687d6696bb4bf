# frozen_string_literal: true

require_relative "need"

module Dakren
  module Work
    # Mix that powder goes into, and what is primed from the same pot before it does. Part of Sizing.
    module Stiffening
      private

      # @param wetted_mm [Numeric] of the sides it lies on, across
      def along(section_mm2, says, remarks = [], wetted_mm: 0)
        long = @places.sum { |place| place.shape.length_mm }
        ml = Exact.of(section_mm2) * Exact.of(long) / 1000
        lines = stiffened(ml, :work, says, section: quantity(section_mm2, :mm2), long: mm(long))
        primer = prime(Exact.of(wetted_mm) * Exact.of(long))
        Need.new(lines: [*lines, primer].compact, area_mm2: 0.0, depth_mm: nil, remarks: remarks, **in_part(lines, primer))
      end

      # What is primed from the same pot before the rest of it is thickened.
      # @param area_mm2 [Numeric] of what is primed
      # @return [NeedLine, nil]
      def prime(area_mm2)
        cover = optional(:prime)
        return if cover.nil? || cover.zero? || powder.nil?

        grams(:prime, Exact.of(area_mm2) * Exact.of(cover) / 1_000_000, "%{area} × %{cover} = %{g}", area: m2(area_mm2),
          cover: quantity(cover, :"g/m2"))
      end

      # What goes into a need whose powder is for a part of it alone: the powder to 100 g of all of it, and the share that stays neat.
      # @param lines [Array<NeedLine>] what is thickened @param prime [NeedLine, nil]
      # @return [Hash{Symbol=>Object}] of Need
      def in_part(lines, prime)
        return { powder: powder, folded_after: folded_after } if prime.nil?

        thick = lines.sum { |line| line.grams(@density) }
        share = prime.value / (thick + prime.value)
        one, to_100 = powder
        thinner = if one.parts
                    Filler.together(one.parts.map { |each, grams| [each, grams * (1 - share)] })
                  else
                    [one, (Exact.of(to_100) * (1 - share)).to_f]
                  end
        { powder: thinner, folded_after: folded_after, prime_share: share }
      end

      # Mix for a volume that powder shares.
      def stiffened(volume_ml, name, says, **parts)
        one, to_100 = powder
        parts = { **parts, ml: quantity(volume_ml, :ml) }
        unless one
          return [NeedLine.new(name: name, label: NeedLines::LABELS.fetch(name), value: volume_ml, unit: :ml,
            working: [Working.new(says: says, parts: parts)])]
        end

        grams = Exact.of(Filler.mix_g(volume_ml.to_f, @density, to_100, one.density_g_ml))
        [NeedLine.new(name: name, label: NeedLines::LABELS.fetch(name), value: grams, unit: :g, working: [
          Working.new(says: says, parts: parts),
          Working.new(says: "with %{powder} #{one.label} to 100 g, %{ml} take %{g} of mix and %{grams} of powder", parts: {
            powder: quantity(to_100, :g), ml: quantity(volume_ml, :ml), g: quantity(grams, :g),
            grams: quantity(grams * Exact.of(to_100) / 100, :g)
          })
        ])]
      end
    end
  end
end
