# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      ask :flow_over, "Flow layer lies over", :percent, default: 100, allowed: 0..400, hint: "of the part; doubled: 200"

      # What whoever sets it up has to know before the bag is closed.
      UPHILL = ["it fills uphill: inlet low, two vacuum points at the far high corners, because air rises",
        "clamp the feed once the resin front is past the trim line and the lines can feed the rest; the vacuum stays on",
        "then warm it: nothing in the way of the oven door, a look every 5 to 10 minutes while it warms"].freeze

      # Rule: what the flow layer holds goes by how much of the part it lies over; the lines are as full as they are long.
      declare :infusion, label: "infusion", on: :surface, leaves: :poured,
        opening: Opening.new(words: "Infuse", more: "cloth under vacuum"),
        sign: [[:stone, [[4, 58], [128, 58], [128, 66], [4, 66]]], [:tacky, [[24, 50], [74, 50], [74, 57], [24, 57]]],
          [:runny, [[74, 50], [106, 50], [106, 57], [74, 57]]],
          [:line, [[8, 58], [24, 46], [108, 46], [124, 58]]], [:line, [[30, 46], [30, 20], [14, 20]]]].freeze,
        use: Use.new(title: "Open the clamp", done: "It runs in", slowly: true,
          tells: "Line in the pot, down to its bottom, the pot no higher than the bag: open the clamp and let it in. Keep a test dab.",
          why: "Never let the line suck air: top the pot up before it is empty. Where it comes slowly, look for a leak."),
        load: ["inlet low, two vacuum points at the far high corners: it fills uphill", "bag held its vacuum, clamp shut, trap empty",
          "bucket for the line, tape for leaks"],
        purposes: %i[infuse], placing: Placing.by(:fill, nil),
        inputs: %i[cloths fibre way share thickness flow flow_over bore line trap distance front],
        defaults: { way: "vacuum" },
        steps: %i[leak_test look_30 look_60 demould],
        cautions: [["A full line sets hard and hot in the trap; a seal can let go while it warms.",
          "Look every 5 to 10 minutes; the trap goes outside when it warms."]],
        need: lambda { |_coat, _coats|
          stack = laminate
          bore = value(:bore)
          over = Exact.of(flat_mm2) * Exact.of(value(:flow_over)) / 100
          flow = over * Exact.of(value(:flow)) / 1_000_000
          line = Exact.of(Infusion.line_ml(bore, value(:line)))
          lines = [cloth_line(stack, flat_mm2),
            (grams(:flow, flow, "%{area} × %{cover} = %{g}", area: m2(over), cover: quantity(value(:flow), :"g/m2")) if flow.positive?),
            (ml(:line, line, "π/4 × %{bore}² × %{long} = %{ml}", bore: mm(bore), long: mm(value(:line))) if line.positive?),
            (ml(:trap, Exact.of(value(:trap)), "as told, %{ml}") if value(:trap).positive?)]
          Need.new(lines: lines.compact, area_mm2: area_mm2, film_mm: thick(stack), laminate: stack,
            remarks: reach(stack) + front + UPHILL.map { |says| Working.new(says: says) })
        },
        section: ->(need, _figures) { Geometry::CutView.of_plies(need.laminate) }
    end
  end
end
