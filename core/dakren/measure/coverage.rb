# frozen_string_literal: true

require_relative "../base/value"
require_relative "../base/exact"
require_relative "units"
require_relative "typed"

module Dakren
  module Measure
    # How far a mix goes, as tins print it: so much area from so much, or so much on an area.
    #
    #   Coverage.read("8 m2/l", field: "film")          # => { film_mm: 1/8 }
    #   Coverage.read("160 sq ft/gal", field: "film")   # => { film_mm: 0.2547 }
    #   Coverage.read("0.3 mm", field: "film")          # => nil: a film, and no coverage
    #
    # Rule: a litre on a square metre is a millimetre.
    module Coverage
      # By definition.
      SQ_FT_M2 = Rational(9_290_304, 100_000_000)
      GALLON_L = Rational(3_785_411_784, 1_000_000_000)
      FL_OZ_ML = Units.named(:"fl oz").factor
      OZ_G = Units.named(:oz).factor

      # name: as it is kept; label; of: from the number to what it means, with ml of a pack where one is asked.
      # pack: does it go by the pack?
      Kind = Value.define(:name, :label, :written, :of, pack: false)
      # "8 m2/l", "8 m2 a litre", "120 sq ft per kit"
      A = %r{\s*(?:/|\ba\b|\bper\b)\s*}
      ALL = [
        Kind.new(name: "m2/l", label: "m²/l", written: /(?:m2|m²|sqm|sq m)#{A}(?:l|litre|liter)/i, of: lambda { |x, _|
          { film_mm: 1 / x }
        }),
        Kind.new(name: "m2/pack", label: "m²/pack", written: /(?:m2|m²|sqm|sq m)#{A}(?:pack|kit)/i, pack: true,
          of: ->(x, pack_ml) { { film_mm: Exact.of(pack_ml) / 1000 / x } }),
        Kind.new(name: "ft2/pack", label: "sq ft/kit", written: /(?:ft2|ft²|sqft|sq\.? ?ft\.?)#{A}(?:pack|kit)/i, pack: true,
          of: ->(x, pack_ml) { { film_mm: Exact.of(pack_ml) / 1000 / (x * SQ_FT_M2) } }),
        Kind.new(name: "ft2/gal", label: "sq ft/gal", written: /(?:ft2|ft²|sqft|sq\.? ?ft\.?)#{A}(?:gal|gallon)/i,
          of: ->(x, _) { { film_mm: GALLON_L / (x * SQ_FT_M2) } }),
        Kind.new(name: "floz/ft2", label: "fl oz/sq ft", written: /fl\.? ?oz\.?#{A}(?:ft2|ft²|sqft|sq\.? ?ft\.?)/i,
          of: ->(x, _) { { film_mm: x * FL_OZ_ML / 1000 / SQ_FT_M2 } }),
        Kind.new(name: "oz/ft2", label: "oz/sq ft", written: /oz\.?#{A}(?:ft2|ft²|sqft|sq\.? ?ft\.?)/i,
          of: ->(x, _) { { cover_g_m2: x * OZ_G / SQ_FT_M2 } })
      ].to_h { |kind| [kind.name, kind] }.freeze

      module_function

      # @param text [String] as typed @param bare [String, nil] name of what a bare number means
      # @param pack_ml [Numeric, nil] of A and B together
      # @return [Hash{Symbol=>Rational}, nil] film_mm or cover_g_m2; nil where it is no coverage
      # @raise [InputError] naming the field
      def read(text, field:, bare: nil, pack_ml: nil)
        kind = ALL.values.find { |one| text.match?(/#{one.written}\s*\z/i) }
        kind ||= ALL[bare] unless Typed.unit?(text)
        return unless kind

        number = Typed.read(text.sub(/#{kind.written}\s*\z/i, ""), field: field)
        raise InputError.new(field, "must be above 0 #{kind.label}", given: text) unless number.positive?
        raise InputError.new(field, "needs the size of the pack, A and B together", given: text) if kind.pack && pack_ml.nil?

        kind.of.call(number, pack_ml)
      end
    end
  end
end
