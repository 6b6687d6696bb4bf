# frozen_string_literal: true

module Dakren
  module Document
    # One field of a form, declared once.
    #
    # kind: :word, :choice, :figure, :film (kept as typed, its unit beside it), :list (lines of text, kept with the unit their figures
    # had on the page), :ids (a list), :names (chosen from a list), :rows, :time (a day and hour), :range (early and late), :choices;
    # units and the bare unit of each
    # system for figures; allowed: what a figure may be; columns for rows, and least: how many lines are shown; label: as complaints
    # say it; short: as the page says it, where that is shorter; usual: what counts where nothing is typed, in words; asked: when the
    # page asks it, other fields with the values of any of which it is wanted, :told for any; withdraws: does a change withdraw
    # "I know"? needed: must it be given; fallback: what counts where it is not.
    Field = Value.define(:name, :label, :kind, units: [].freeze, metric: nil, us: nil, choices: nil, allowed: nil, columns: nil, hint: nil,
      short: nil, usual: nil, asked: nil, withdraws: false, least: 1, needed: false, fallback: nil) do
      # @param system [String] of Words::Systems
      # @return [Symbol, nil] the unit a bare number means on such a page
      def bare(system)
        Words::Systems.us?(system, units.first&.kind) ? us : metric
      end

      # @return [String] the unit as a label has it, "" where there is none
      def unit_word(system)
        Words::Systems.word(bare(system))
      end

      # @return [String] e.g. "Depth, mm"
      def page_label(system)
        unit = kind == :figure ? unit_word(system) : ""
        [short || label, unit].reject(&:empty?).join(", ")
      end
    end
  end
end
