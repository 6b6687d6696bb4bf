# frozen_string_literal: true

# Batches that went wrong for a known reason, told as a history would tell them: what is seen, what is known of it, and the cause.
# Written from what practitioners know, before any weight of a cause was set.
module Histories
  GOOD = { room_c: 21.0, coldest_c: 20.0, lowest_c: 15.0, highest_c: 30.0, hardener_off_pct: 0.4, extra_hardener_pct: 2.0,
           extra_resin_pct: 5.0,
           mixed_share: 1.1, second_cup: true, age_share: 1.5, lots_crossed: false, tin_old: false, humidity_pct: 45.0, above_dew_c: 9.0,
           cup_share: 0.4 }.freeze

  def self.told(seen, cause, **facts)
    [seen, cause, { **GOOD, **facts }]
  end

  WRONG = {
    "a garage in November" => told(:sticky, :cold, room_c: 11.0, coldest_c: 7.0),
    "a pump stroke too many of hardener" => told(:sticky, :ratio, hardener_off_pct: 14.0),
    "looked at after a night, a slow hardener" => told(:sticky, :too_early, age_share: 0.5),
    "table mix for casting brushed on thin" => told(:sticky, :bulk_mix_thin, made_for_bulk: true, film_mm: 0.3),
    "a pump set of another ratio" => told(:sticky, :wrong_tool, tool_of_other_set: true, hardener_off_pct: nil),
    "pigment paste by the spoon" => told(:sticky, :colour, colour_pct: 14.0, most_colour_pct: 5.0),
    "a tin from four years ago" => told(:sticky, :old_hardener, tin_old: true),
    "wax on the boat the morning after" => told(:waxy, :blush, room_c: 14.0, humidity_pct: 88.0, above_dew_c: 2.0),
    "streaks after forty seconds of stirring" => told(:streaks, :not_mixed, mixed_share: 0.2, second_cup: false),
    "the last of the cup scraped out on the top" => told(:streaks, :cup_scrapings, cup_scraped_out: true, second_cup: false),
    "bends like a shoe sole" => told(:rubbery, :ratio, hardener_off_pct: -32.0),
    "a thin skim in a cold shed" => told(:rubbery, :thin_and_cold, film_mm: 0.1, room_c: 12.0, coldest_c: 9.0, slow: true),
    "softens in the sun, an oven part" => told(:rubbery, :no_post_cure, hot_part: true, post_cured: false),
    "hot air held on one place" => told(:skin, :heat_held, heat_held: true),
    "the pocket of a table is soft below" => told(:soft_deep, :thick_not_mixed, mixed_share: 0.6, depth_mm: 30.0, second_cup: false),
    "deep mix, feathered edges soft" => told(:soft_thin, :bulk_mix_thin, made_for_bulk: true, film_mm: 1.0),
    "a cold floor under it" => told(:soft_deep, :cold_below, below_c: 8.0, lowest_c: 15.0),
    "two litres left in the pail" => told(:smoked, :too_big, cup_share: 1.4, batch_share: 2.2),
    "a lift twice as deep as the tin says" => told(:smoked, :lift_too_deep, depth_mm: 60.0, most_depth_mm: 25.0),
    "yellow by the window" => told(:yellow, :sun, sun: true),
    "boards carried into the warm and coated" => told(:bubbles, :wood_breathes, porous: true, sealed: false, warming: true),
    "drilled air into it" => told(:bubbles, :whipped, whipped: true),
    "thick as honey from a cold store" => told(:bubbles, :cold_thick, tins_c: 11.0),
    "craters around a door that was polished" => told(:craters, :silicone, silicone_near: true),
    "bits all over" => told(:bits, :dust, dust: true),
    "lint of a roller" => told(:bits, :lint, rolled: true, roller_taped: false),
    "milky by the morning" => told(:bloom, :moisture_while_curing, humidity_pct: 92.0, coldest_c: 9.0, above_dew_c: 1.0),
    "putty hung cold and warmed by noon" => told(:ran, :stiffened_cold, tins_c: 10.0, room_c: 22.0, thickened: true, upright: true),
    "a coat too heavy for a wall" => told(:ran, :too_heavy, film_share: 1.8, upright: true),
    "coated on Monday what was laid on Friday" => told(:peels, :window_missed, recoat_share: 4.0, abraded: false),
    "coated over the wax" => told(:peels, :blush_left, washed: false, humidity_pct: 85.0, room_c: 14.0, recoat_share: 0.8),
    "water stood in beads" => told(:peels, :not_clean, water_beads: true, recoat_share: 0.7),
    "a gas heater by the hull" => told(:stripes, :fuel_heater, fuel_heater: true),
    "blisters on a garage floor" => told(:blisters, :damp_below, moisture_pct: 7.0, most_moisture_pct: 4.0),
    "a vase stood on it the next day" => told(:dents, :loaded_early, loaded_share: 0.4),
    "no soak in the sum" => told(:short, :not_counted, soak_counted: false, porous: true),
    "a knot below" => told(:leaked, :hole, sealed_below: false),
    "a slab coated on top alone" => told(:cupped, :one_face, one_face: true),
    "one thin coat of release" => told(:stuck, :release_missed, release_coats: 1),
    "the line ran empty" => told(:dry_cloth, :line_empty, line_empty: true),
    "a clamp screwed down hard" => told(:slipped, :clamped_hard, clamped_hard: true),
    "one coat and the sander" => told(:through, :too_few_coats, coats: 1)
  }.freeze

  # Nothing in these explains anything: nothing is to be blamed.
  HEALTHY = {
    "a coat as it should be" => [:sticky, {}],
    "warm and dry" => [:waxy, { room_c: 23.0, humidity_pct: 35.0 }],
    "mixed twice as long" => [:streaks, { mixed_share: 2.0, cup_scraped_out: false }],
    "to the gram" => [:rubbery, { hardener_off_pct: 0.0, film_mm: 0.5 }],
    "never near heat" => [:skin, { heat_held: false }],
    "a lift half as deep as it may be" => [:smoked, { depth_mm: 12.0, most_depth_mm: 25.0, cup_share: 0.2, batch_share: 0.5 }],
    "sealed wood, cooling" => [:bubbles, { porous: true, sealed: true, warming: false, whipped: false, tins_c: 21.0 }],
    "inside its window, washed and sanded" => [:peels, { recoat_share: 0.5, abraded: true, washed: true, water_beads: false }],
    "dry concrete" => [:blisters, { moisture_pct: 2.5, most_moisture_pct: 4.0, warming: false }],
    "a week before anybody walked on it" => [:dents, { loaded_share: 2.0 }]
  }.transform_values { |seen, facts| [seen, { **GOOD, **facts }] }.freeze
end
