# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  # Walking one batch at the bench.
  module Bench
    # How one sort of mix is worked, in the words of whoever works it: what mixing looks like, when it is through,
    # and how it leaves the cup.
    #
    # stirred: what it looks like on the way; through: asked once it was mixed long enough; out: [title, what to do, done, why].
    Manner = Value.define(:name, :stirred, :through, :out)

    USUAL_OUT = ["Pour out", "Pour it all out and spread it. Keep a dab to touch.", "It is poured out",
      "Keep the wet edge. Do not scrape the cup's sides onto finish work: what was not mixed stays sticky."].freeze

    MANNERS = [
      Manner.new(name: :clear, stirred: "Clear, then cloudy with streaks, then clear again.", through: "clear again, no streaks?",
        out: USUAL_OUT),
      Manner.new(name: :paint, stirred: "It turns one even colour; no streak is left on the stick.",
        through: "one even colour, no streaks?",
        out: ["Pour out", "Pour it out in a line along the wet edge, spread and back-roll it. Keep a dab to touch.", "It is poured out",
          "Keep the wet edge. Do not turn the pail upside down over the floor: what clings to its wall is not mixed."].freeze),
      Manner.new(name: :paste, stirred: "Fold and press it; it strings, then loses its grain and is one colour.",
        through: "one colour, no marbling?",
        out: ["Spread", "Take it off the board and spread it. Keep a dab to touch.", "It is all on the work",
          "Press it in so that no air is trapped, then draw it off level."].freeze),
      Manner.new(name: :casting, stirred: "Clear, then cloudy with streaks, then clear again. Slowly: whipped-in air stays.",
        through: "clear again, no streaks?",
        out: ["Pour", "Pour in a thin stream, low, into one corner, and let it run. Keep a dab to touch.", "It is poured",
          "Do not scrape the cup: what clings to its wall is not mixed."].freeze),
      Manner.new(name: :infusion, stirred: "Clear, then cloudy with streaks, then clear again. Slowly: air in the pot is air in the part.",
        through: "clear again, no streaks?",
        out: ["Open the clamp", "Line in the pot, down to its bottom: open the clamp and let it in. Keep a dab to touch.", "It runs in",
          "Never let the line suck air: top the pot up before it is empty."].freeze),
      Manner.new(name: :wrap, stirred: "Stir slowly with a thin flat stick; let the bubbles rise.", through: "clear again, no streaks?",
        out: ["Lay on", "Lay it on thin while the work turns. Keep a dab to touch.", "It is on",
          "Bubbles: warm breath through a straw is enough."].freeze)
    ].to_h { |manner| [manner.name, manner] }.freeze

    # What pigment or filler a sheet sells makes it a paint; with that, made for filling or bonding, a paste.
    PASTE_PURPOSES = %i[fill bond].freeze

    # @param kind [Symbol, nil] of Work::Kinds, nil for a batch without a job @param sheet [Sheet] @param stiff [Boolean] does powder go in?
    # @return [Manner]
    def self.manner(kind, sheet, stiff: false)
      return MANNERS.fetch(:paste) if stiff || (filled?(sheet) && PASTE_PURPOSES.intersect?(sheet.purposes))
      return MANNERS.fetch(:paint) if filled?(sheet)

      MANNERS.fetch((kind && Work::Kinds::ALL.fetch(kind).manner) || :clear)
    end

    def self.filled?(sheet)
      sheet.clock.inert_share.positive?
    end
    private_class_method :filled?
  end
end
