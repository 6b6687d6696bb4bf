# frozen_string_literal: true

require_relative "../base/value"

# The core of Dakren: the rules of the job.
module Dakren
  # What a mix is to whoever stirs it. That, and not the work, decides how it is mixed and what it looks like once it is.
  #
  # label: as the editor asks it; calls: what is called out by turns while mixing; drill: the same in a pail; signs: what it looks like on
  # the way; mixed: the sign of being done; alone: is part A stirred by itself first?
  Look = Value.define(:name, :label, :calls, :drill, :signs, :mixed, alone: false)

  DRILL = ["By drill at medium speed, sides and bottom; no vortex.", "The rim above its level too, then the drill's own shaft."].freeze

  # The source of each is the practice of the trade: what is looked for in a clear mix is not there in a grey one.
  LOOKS = [
    Look.new(name: :clear, label: "clear liquid", signs: "Clear, then cloudy with streaks, then clear again.",
      mixed: "clear again, no streaks",
      calls: ["Stir round at medium speed; change direction.", "Scrape sides, corners, bottom and the stick itself."], drill: DRILL),
    Look.new(name: :pigmented, label: "pigmented or filled liquid", signs: "It turns one even colour; no streak of a second tone is left.",
      mixed: "one even colour, no streak of a second tone", drill: DRILL, alone: true,
      calls: ["Stir round at medium speed, on the bottom too.", "The rim above its level too, and the stick itself."]),
    Look.new(name: :paste, label: "stiff paste", signs: "It strings, its edges round off, the grain goes, and it is one colour.",
      mixed: "no grain left, one colour", drill: DRILL,
      calls: ["Smear it out on the board and fold it over; change direction.", "Scrape the knife and fold that in."]),
    Look.new(name: :putty, label: "putty with a dab of hardener", signs: "One colour all through, no lighter streak.", mixed: "one colour",
      drill: DRILL, calls: ["Fold it over on the board with the knife, three or four times.", "Scrape it together and fold it once more."])
  ].to_h { |look| [look.name, look] }.freeze

  # A few drops on foil have nothing to hide in.
  ON_FOIL = LOOKS.fetch(:clear).with(signs: "Hazy, then clear again.", mixed: "clear again",
    calls: ["Stir it flat with a flat stick.", "Stir it flat with a flat stick, the other way round."])

  # Powder sold in it from which a mix is stiff, by weight.
  STIFF_SHARE = 0.4
  # Below so much hardener to the resin it is a dab of catalyst.
  DAB_SHARE = Rational(1, 10)

  # What a sheet that does not say is taken for.
  # @param inert_share [Numeric] powder sold in it, by weight @param hardener_share [Numeric] parts of hardener to one of resin
  # @return [Symbol] of LOOKS
  def self.usual_look(inert_share, hardener_share)
    return :clear unless inert_share.positive?
    return :pigmented if inert_share < STIFF_SHARE

    hardener_share < DAB_SHARE ? :putty : :paste
  end
end
