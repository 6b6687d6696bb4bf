# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      declare :fill, label: "fill", shaped: true, on: :void, noun: %w[layer layers].freeze,
        opening: Opening.new(words: "Fill", more: "a gouge, a lost corner, nail holes"),
        sign: [[:wood, [[6, 32], [48, 32], [56, 56], [78, 58], [90, 32], [126, 32], [126, 68], [6, 68]]],
          [:thickening, [[48, 32], [56, 26], [70, 24], [84, 27], [90, 32], [78, 58], [56, 56]]]].freeze,
        use: Use.new(title: "Press it in", done: "It is all in",
          tells: "Press it in so that no air is trapped, and leave it a little proud. Keep a test dab.",
          why: "Shave it while a scraper still takes a curl."),
        load: ["knife and board, scraper for shaving",
          "holes counted"],
        purposes: %i[fill bond], placing: Placing.by(:holes, 60.0), coats: true,
        inputs: [:coats, :proud, *STIFF, :surface, :drink],
        defaults: { powder: "none" },
        steps: %i[shave],
        need: lambda { |coat, coats|
          ml = Exact.of(@places.sum { |place| place.shape.volume_ml })
          share = ml / coats
          proud = coat == coats ? ml * Exact.of(value(:proud)) / 100 : 0
          shapes = @places.flat_map { |place| [place.shape.working].flatten }
          lines = stiffened(share, :work, "#{coats > 1 ? "%{whole} in #{coats} layers" : "the void"} = %{ml}", whole: quantity(ml, :ml)) +
            (proud.positive? ? stiffened(proud, :proud, "%{pct} of the void, %{ml}", pct: quantity(value(:proud), :pct)) : [])
          lines[0] = lines[0].with(working: shapes + lines[0].working)
          primer = coat == 1 ? prime(@places.sum(&:wetted_mm2)) : nil
          Need.new(lines: [*lines, primer, drink(coat)].compact, area_mm2: area_mm2, depth_mm: Exact
            .of(@places.map { |place| depth_of(place) }.max.round(6)) / coats, **in_part(lines, primer))
        }
    end
  end
end
