# frozen_string_literal: true

require_relative "../base/value"
require_relative "../sheet/looks"
require_relative "../work/kinds"

module Dakren
  # Walking one batch at the bench.
  module Bench
    # How one batch is worked: what mixing looks like and when it is through come from what the mix is, how it is used from the work.
    #
    # look: of LOOKS; use: of Work::Kinds::Use; load: what lies ready before the hardener is opened
    Manner = Value.define(:look, :use, :load) do
      # @return [String] what it looks like on the way
      def signs
        use.slowly && look.name == :clear ? "#{look.signs} Slowly: whipped-in air stays." : look.signs
      end

      # @return [String] asked once it was mixed long enough
      def mixed
        "#{look.mixed}?"
      end

      # What to do by turns.
      # @param pail [Boolean] is it mixed in a pail?
      # @return [Array<String>]
      def calls(pail: false)
        pail ? look.drill : look.calls
      end
    end

    # Before hardener is opened, whatever the work.
    ALWAYS_READY = ["the next cup, sticks and wipes within reach", "floor covered, gloves on", "caps back on after each pour"].freeze

    # A batch without a job is used by what it is.
    LOOSE = {
      clear: Work::Kinds::Use.new(title: "Pour it out", done: "It is poured out", tells: "Pour it all out and spread it. Keep a test dab.",
        why: "Keep the wet edge. What clings to the cup is not mixed: leave it there."),
      pigmented: Work::Kinds::Use.new(title: "Pour it out", done: "It is poured out",
        tells: "Pour it in a ribbon along the wet edge and spread it. Keep a test dab.",
        why: "Never stand the pail upside down on the work: what clings to its wall is not mixed."),
      paste: Work::Kinds::Use.new(title: "Use it", done: "It is all on the work",
        tells: "Press it on, a little squeeze-out. Keep a test dab.",
        why: "Press it so that no air is trapped."),
      putty: Work::Kinds::Use.new(title: "Use it", done: "It is all on the work", tells: "Press it in and leave it proud. Keep a test dab.",
        why: "It soon gums: a minute left for small holes, then stop.")
    }.freeze
    THICKENED = Work::Kinds::Use.new(title: "Use it", done: "It is all on the work",
      tells: "Brush, knife or bag: use it up. Keep a test dab.",
      why: "Press it so that no air is trapped.")

    # @param kind [Symbol, nil] of Work::Kinds, nil for a batch without a job @param sheet [Sheet]
    # @param laid [Symbol, nil] of Work::Cloth::LAID
    # @param thickened [Boolean] does powder go in once it is mixed? @param on_foil [Boolean]
    # @return [Manner]
    def self.manner(kind, sheet, laid: nil, thickened: false, on_foil: false)
      work = kind && Work::Kinds::ALL.fetch(kind)
      look = on_foil && sheet.looks == :clear ? ON_FOIL : LOOKS.fetch(sheet.looks)
      use = work&.use_when(laid) || (thickened ? THICKENED : LOOSE.fetch(sheet.looks))
      use = use.with(why: "#{use.why} #{LOOSE.fetch(:putty).why}") if work && sheet.looks == :putty
      Manner.new(look: look, use: use, load: [*work&.load, *ALWAYS_READY])
    end
  end
end
