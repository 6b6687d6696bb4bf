# frozen_string_literal: true

require_relative "../kind"

module Dakren
  module Work
    module Kinds
      ask :drip, "Drips off", :percent, default: 25, allowed: PCT, hint: "of what stays on the parts"

      # Rule: the film on every part, what drips off into the tray, and what the basket or drum keeps.
      declare :dip, label: "dip and tumble", on: :surface, leaves: :poured, rule: :film,
        use: Use.new(title: "Dip the parts", done: "They are dipped",
          tells: "Basket in, let it drip off into the tray, then tumble. Keep a test dab.",
          why: "None may touch another as they set."),
        load: ["basket, drip tray, drum"],
        purposes: %i[coat flood laminate], placing: Placing.by(:mass, 200.0), coats: true,
        inputs: %i[film coats drip soak surface drink],
        defaults: { film: Cover.new(film_mm: 0.1) },
        steps: %i[turn_parts],
        need: lambda { |coat, coats|
          need = need_film(coat, coats)
          film = need.line(:work)
          share = value(:drip)
          drips = Exact.of(film.value) * Exact.of(share) / 100
          says = Working.new(says: "%{share} of %{film} = %{drips}",
            parts: { share: quantity(share, :pct), film: quantity(film.value, film.unit), drips: quantity(drips, film.unit) })
          need.with(lines: [*need.lines, NeedLine.new(name: :drip, label: "drips off", value: drips, unit: film.unit, working: [says])])
        }
    end
  end
end
