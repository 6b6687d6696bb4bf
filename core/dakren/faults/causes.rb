# frozen_string_literal: true

require_relative "signs"
require_relative "clues"

module Dakren
  module Faults
    # What practitioners tell each other.
    TRADE = :trade_practice

    # Why it went wrong. signs: what it is seen as, with its place among the causes of that sign (1 is the likeliest); clues: what a history
    # can say of it, each with how much it counts; now: what to do, beyond what its sign asks for; watch: what the next plan keeps in sight.
    #
    # Source: trade practice for signs, places and remedies; weights are ours until weighed.
    # source: whence signs, places and remedies are known.
    Cause = Value.define(:name, :label, :signs, :clues, now: nil, watch: nil, source: TRADE)

    CAUSES = [
      Cause.new(name: :cold, label: "Too cold", signs: { sticky: 1, soft_deep: 3, rubbery: 3 }, clues: { cold: 1.0 },
        now: "Tent it and warm it through gently, electric heat clear of the plastic, never unattended.",
        watch: "the room through the night"),
      Cause.new(name: :ratio, label: "Ratio off", signs: { sticky: 2, rubbery: 1 }, clues: { ratio: 1.0 },
        now: "Waiting does not help what is off its ratio.", watch: "the ratio, on the scale"),
      Cause.new(name: :too_early, label: "Not its full time yet", signs: { sticky: 3, soft_thin: 3, soft_deep: 4 }, clues: { young: 1.0 },
        now: "Give it its time, warm, before anything else.", watch: "when it is hard"),
      Cause.new(name: :bulk_mix_thin, label: "A mix for deep pours in a thin film", signs: { sticky: 4, soft_thin: 1 },
        clues: { bulk_mix: 1.0 }, now: "Days in the warm may still harden it.", watch: "what the mix is made for"),
      Cause.new(name: :wrong_tool, label: "Wrong hardener, or a pump of another set", signs: { sticky: 5, rubbery: 4 },
        clues: { other_set: 1.0, wrong_part: 1.0 }, watch: "which set measures which resin"),
      Cause.new(name: :colour, label: "Too much colour or thinner", signs: { sticky: 6, rubbery: 5 }, clues: { colour: 1.0, thinned: 1.0 },
        watch: "how much colour goes in"),
      Cause.new(name: :old_hardener, label: "Old hardener, crossed lots", signs: { sticky: 7, yellow: 4 },
        clues: { old_tin: 1.0, crossed: 0.8 }, now: "Try the tin on a sample before it is used again.", watch: "the tin's date"),
      Cause.new(name: :blush, label: "Blush: cool and damp", signs: { waxy: 1, sticky: 6, peels: 4 }, clues: { damp_air: 0.9, cool: 0.5 },
        now: "Plain water and a pad, before any sanding.", watch: "the air and the dew point"),
      Cause.new(name: :not_mixed, label: "Not mixed through", signs: { streaks: 1, soft_deep: 2 }, clues: { mixed: 1.0, one_cup: 0.6 },
        now: "Scrape off what stays sticky, wash with alcohol, sand, coat again.", watch: "the scraping prompt while mixing"),
      Cause.new(name: :cup_scrapings, label: "Cup scraped out on the work", signs: { streaks: 2 }, clues: { scraped: 1.0, one_cup: 0.3 },
        now: "Cut the streaks out; leave what clings to the cup.", watch: "that the cup is not scraped out"),
      Cause.new(name: :contaminated, label: "Something in the cup or on the work", signs: { streaks: 3, craters: 2 },
        clues: { silicone: 0.9 },
        watch: "clean cups"),
      Cause.new(name: :thin_and_cold, label: "A thin film of a slow mix in the cold", signs: { rubbery: 2 },
        clues: { cold: 0.8, thin_film: 0.8, slow_mix: 0.7 }, watch: "the room through the night"),
      Cause.new(name: :no_post_cure, label: "A hot part, never post-cured", signs: { rubbery: 3 }, clues: { no_post_cure: 1.0 },
        now: "Post-cure it in steps, at least as warm as it will get in use.", watch: "the post-cure"),
      Cause.new(name: :heat_held, label: "Heat held in one place", signs: { skin: 1 }, clues: { heat_held: 1.0 },
        watch: "that the flame keeps moving"),
      Cause.new(name: :thick_not_mixed, label: "The thick part was not mixed through", signs: { soft_deep: 1 },
        clues: { mixed: 1.0, one_cup: 0.6, deep: 0.5 }, watch: "the mixing of large batches"),
      Cause.new(name: :cold_below, label: "Cold underneath", signs: { soft_deep: 2, soft_thin: 2 }, clues: { cold_below: 1.0 },
        now: "Warm it from below.", watch: "what it lies on"),
      Cause.new(name: :too_big, label: "Batch too big, too warm or left in the cup", signs: { smoked: 1 },
        clues: { too_much: 1.0, left_in_cup: 1.0, hot: 0.7 }, now: "A cup that runs hot is spread out on foil.",
        watch: "the size of the batch"),
      Cause.new(name: :lift_too_deep, label: "Lift too deep", signs: { smoked: 2 }, clues: { lift: 1.0, hot: 0.7 },
        now: "Fill the rest in lifts.", watch: "the depth of each lift"),
      Cause.new(name: :sun, label: "Sun", signs: { yellow: 1 }, clues: { sun: 1.0 }, now: "A UV varnish keeps the next one from it.",
        watch: "a UV varnish"),
      Cause.new(name: :amber, label: "An amber hardener", signs: { yellow: 2 }, clues: { amber: 1.0 }, watch: "the clear hardener"),
      Cause.new(name: :overheated, label: "Overheated", signs: { yellow: 3 }, clues: { overheated: 1.0 }, watch: "the size of the batch"),
      Cause.new(name: :wood_breathes, label: "Wood not sealed, wet or warming", signs: { bubbles: 1 },
        clues: { unsealed: 1.0, warming: 1.0, wet_work: 1.0 }, now: "Coat while the work cools.",
        watch: "a seal coat, and that the work cools"),
      Cause.new(name: :whipped, label: "Air stirred in", signs: { bubbles: 2 }, clues: { whipped: 1.0 }, watch: "the speed of the drill"),
      Cause.new(name: :cold_thick, label: "A cold, thick mix", signs: { bubbles: 3 }, clues: { thick_tin: 1.0 },
        now: "Warm resin and hardener for some hours before the next.", watch: "the tins, brought to working temperature"),
      Cause.new(name: :silicone, label: "Silicone or oil", signs: { craters: 1 }, clues: { silicone: 1.0 },
        watch: "cups and cloths without silicone"),
      Cause.new(name: :dust, label: "Dust", signs: { bits: 1 }, clues: { dust: 1.0 }, watch: "clean air while it is open"),
      Cause.new(name: :lint, label: "Roller or brush", signs: { bits: 2 }, clues: { lint: 1.0 }, now: "Take the lint off with tape first.",
        watch: "the roller, taped"),
      Cause.new(name: :moisture_while_curing, label: "Moisture while it cured", signs: { bloom: 1, waxy: 2 }, clues: { damp_air: 1.0,
                                                                                                                       cool: 0.5 },
        watch: "the air through the night"),
      Cause.new(name: :stiffened_cold, label: "Stiffened cold and warmed afterwards", signs: { ran: 1 },
        clues: { thickened: 1.0, warmed_after: 1.0 }, watch: "that it is thickened as warm as it will hang"),
      Cause.new(name: :too_heavy, label: "Film too heavy", signs: { ran: 2 }, clues: { heavy: 1.0 }, watch: "the film, by comb"),
      Cause.new(name: :window_missed, label: "Recoated past its window, not abraded", signs: { peels: 1 }, clues: { past_window: 1.0 },
        watch: "the recoat window"),
      Cause.new(name: :blush_left, label: "Blush left between coats", signs: { peels: 2 }, clues: { unwashed: 1.0, damp_air: 0.5,
                                                                                                    cool: 0.4 },
        watch: "a wash between coats"),
      Cause.new(name: :not_clean, label: "Surface not clean", signs: { peels: 3 }, clues: { beads: 1.0 }, watch: "that water lies flat"),
      Cause.new(name: :fuel_heater, label: "A fuel heater", signs: { stripes: 1 }, clues: { fuel: 1.0 },
        now: "No fuel heater by the work: its fumes mark the film, and the room fills with carbon monoxide.", watch: "electric heat"),
      Cause.new(name: :wet_edge_lost, label: "Wet edge lost, roller left dry", signs: { stripes: 2 }, clues: { wet_edge: 1.0 },
        watch: "the wet edge"),
      Cause.new(name: :damp_below, label: "A damp or warming slab", signs: { blisters: 1 }, clues: { wet_work: 1.0, warming: 0.8 },
        watch: "the moisture of the slab"),
      Cause.new(name: :loaded_early, label: "Walked on or loaded too soon", signs: { dents: 1 }, clues: { loaded: 1.0 },
        watch: "when it may be loaded"),
      Cause.new(name: :not_counted, label: "Soak, losses or uneven depth not counted", signs: { short: 1 }, clues: { soak: 1.0 },
        watch: "what the surface soaks up"),
      Cause.new(name: :no_marks, label: "No marks for each batch", signs: { short: 2 }, clues: { marks: 1.0 }, watch: "marks on the work"),
      Cause.new(name: :hole, label: "A knot, a seam, a hole", signs: { leaked: 1 }, clues: { open_below: 1.0 },
        watch: "sealing from below"),
      Cause.new(name: :one_face, label: "One face coated", signs: { cupped: 1 }, clues: { one_face: 1.0 }, watch: "both faces"),
      Cause.new(name: :unsupported, label: "Not supported", signs: { cupped: 2 }, clues: { support: 1.0 }, watch: "full support"),
      Cause.new(name: :release_missed, label: "Release thin or missed", signs: { stuck: 1 }, clues: { release: 1.0 },
        watch: "two coats of release"),
      Cause.new(name: :line_empty, label: "A leak, or the line ran empty", signs: { dry_cloth: 1 }, clues: { line: 1.0 },
        watch: "the feed line"),
      Cause.new(name: :starved, label: "Starved of resin", signs: { dry_cloth: 2, slipped: 4 }, clues: { starved: 1.0 },
        watch: "how much the cloth takes"),
      Cause.new(name: :clamped_hard, label: "Clamped too hard", signs: { slipped: 1 }, clues: { clamped: 1.0 }, watch: "light clamps"),
      Cause.new(name: :not_blocked, label: "Not blocked", signs: { slipped: 2 }, clues: { unblocked: 1.0 },
        watch: "blocks, and looks at 30 and 60 minutes"),
      Cause.new(name: :not_primed, label: "Not primed", signs: { slipped: 3 }, clues: { unprimed: 1.0 }, watch: "a neat coat first"),
      Cause.new(name: :too_few_coats, label: "Too few coats", signs: { through: 1 }, clues: { few_coats: 1.0 },
        watch: "another coat before it is sanded")
    ].freeze

    BY_NAME = CAUSES.to_h { |cause| [cause.name, cause] }.freeze
  end
end
