# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  # What went wrong, and why: what is seen, what a history says of it, and the causes in order.
  module Faults
    # What is seen of work that went wrong. label: on its button; says: in full; now: what to do with it; schools: what people do not
    # agree on; wash: is the first question whether it washes off with water?; of: an early word for searching.
    #
    # Source: trade practice, one list for page and product.
    Sign = Value.define(:name, :label, :says, :now, schools: nil, wash: false)

    SIGNS = [
      Sign.new(name: :sticky, label: "sticky all over", says: "tacky all over after its time", wash: true,
        now: "Wait and warm it through. If it stays: scrape, wash with alcohol, sand, coat again.",
        schools: "Some give it a week in the warm before they touch it; others scrape as soon as a day more brings nothing. What was off " \
                 "its " \
                 "ratio never hardens by waiting."),
      Sign.new(name: :waxy, label: "waxy", says: "waxy, washes off with water", wash: true, now: "Wash with plain water, then abrade."),
      Sign.new(name: :streaks, label: "sticky in streaks", says: "sticky in streaks, hard elsewhere", wash: true,
        now: "Cut the streaks out, wash, sand, coat again.",
        schools: "Some scrape off only what stays sticky and coat over it; others grind the whole place, since what is under a " \
                 "streak is soft too."),
      Sign.new(name: :rubbery, label: "rubbery", says: "rubbery, bends", now: "Warm it through once. If it still bends, take it off.",
        schools: "A part for use in heat is post-cured in steps; a coat on wood is seldom worth it."),
      Sign.new(name: :skin, label: "hard skin, soft below", says: "a hard skin, soft below", now: "Let it cure through, sand, coat again."),
      Sign.new(name: :soft_deep, label: "soft where deep", says: "soft where it is deep, hard where it is thin",
        now: "Wait, and warm it from below. What stays soft is cut out."),
      Sign.new(name: :soft_thin, label: "soft where thin", says: "soft where it is thin, hard where it is deep",
        now: "Wait, and warm it from below. What stays soft is cut out."),
      Sign.new(name: :smoked, label: "smoked or cracked", says: "smoked, foamed or cracked",
        now: "Leave the room if it smokes; a hot cup goes outside on bare ground only where that is safe. " \
             "Out of the work with it; fill again in lifts."),
      Sign.new(name: :yellow, label: "yellow", says: "yellow, and nothing else", now: "Paint it, or live with it."),
      Sign.new(name: :bubbles, label: "bubbles", says: "bubbles, pinholes", now: "Let it cure, sand, seal the wood, coat again.",
        schools: "Some fill pinholes with a loose thickened mix by knife; others flood the face once more."),
      Sign.new(name: :craters, label: "craters", says: "fish-eyes, craters",
        now: "Clean, abrade, coat again. On a waxed mould drawing back is normal: lay enough."),
      Sign.new(name: :bits, label: "bits and lint", says: "bits, lint, hairs", now: "Rub it down when it is hard, then a thin coat."),
      Sign.new(name: :bloom, label: "dull, white bloom", says: "dull, white bloom", now: "Wash, abrade, coat again."),
      Sign.new(name: :ran, label: "ran or sagged", says: "ran, sagged, slid off the vertical",
        now: "Shave it while it is green, or sand it."),
      Sign.new(name: :peels, label: "layers peel", says: "layers peel off each other", now: "Strip to what is sound, abrade, coat again."),
      Sign.new(name: :stripes, label: "marks, stripes", says: "marks and stripes", now: "Abrade, coat the whole face again."),
      Sign.new(name: :blisters, label: "blisters on the floor", says: "blisters on a floor", now: "Cut them out, let it dry, prime."),
      Sign.new(name: :dents, label: "dented later", says: "dents or prints, days later", now: "Fill, coat again."),
      Sign.new(name: :short, label: "ran short", says: "it ran short", now: "Mix the rest inside the window."),
      Sign.new(name: :leaked, label: "leaked", says: "it leaked out", now: "Clay from outside at once; top it up."),
      Sign.new(name: :cupped, label: "cupped", says: "the piece cupped", now: "Coat the other face, plane it."),
      Sign.new(name: :stuck, label: "stuck in the mould", says: "it sticks in its mould", now: "Wedges, cold, air; no prying on an edge."),
      Sign.new(name: :dry_cloth, label: "dry places in cloth", says: "dry places in the cloth", now: "Inject them, or cut them out."),
      Sign.new(name: :slipped, label: "joint slipped", says: "a joint slipped, or is starved",
        now: "Before it sets: move it. After: grind it out and glue again."),
      Sign.new(name: :through, label: "sanded through", says: "sanded through", now: "Coat again, the bare place first.")
    ].to_h { |sign| [sign.name, sign] }.freeze
  end
end
