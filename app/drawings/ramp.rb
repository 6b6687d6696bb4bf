# frozen_string_literal: true

module Dakren
  module Drawings
    # Resin darkens as it ages: one ramp for every drawing, each step with a hatch of its own so that
    # it can be told without colour. Also the two parts, and the ink.
    module Ramp
      Shade = Value.define(:state, :label, :fill, :mark, :hatch)

      INK = "#14231e"
      PAPER = "#f4f6f4"
      RULE = "#b9c3bd"
      GRID = "#d8dedA".downcase
      PRESS = "#1b4fd1"
      STOP = "#b3122a"
      RESIN = "#c58b12"
      HARDENER = "#2c7a78"
      WOOD = "#e4dccb"
      # Opacity of what is usual, and not told.
      PALE = 0.45
      # What its key takes.
      ASSUMED_WIDE = 170

      STEPS = [
        Shade.new(state: :mixing, label: "mixing", fill: PAPER, mark: INK, hatch: :fine),
        Shade.new(state: :runny, label: "runny", fill: "#f5e6b3", mark: "#f5e6b3", hatch: :plain),
        Shade.new(state: :thickening, label: "thickening", fill: "#e6b04a", mark: "#6f4a06", hatch: :dots),
        Shade.new(state: :tacky, label: "tacky", fill: "#bf7038", mark: "#5b2b0c", hatch: :diagonal),
        Shade.new(state: :firm, label: "firm", fill: "#7a5340", mark: "#c9a692", hatch: :cross),
        Shade.new(state: :hard, label: "hard", fill: "#3b4144", mark: "#3b4144", hatch: :solid)
      ].freeze
      BY_STATE = STEPS.to_h { |step| [step.state, step] }.freeze

      MARKS = {
        fine: '<path d="M0 6L6 0" stroke="%s" stroke-width="0.8"/>',
        plain: "", solid: "",
        dots: '<circle cx="2" cy="2" r="1" fill="%s"/>',
        diagonal: '<path d="M-1 7L7 -1M-1 1L1 -1M5 7L7 5" stroke="%s" stroke-width="1.6"/>',
        cross: '<path d="M0 0L6 6M6 0L0 6" stroke="%s" stroke-width="0.9"/>'
      }.freeze

      module_function

      # @param state [Symbol] of Plan::STATES, or :mixing
      # @return [String] what to fill a shape with
      def fill(state)
        "url(#ramp-#{BY_STATE.fetch(state).state})"
      end

      # A state of a coat as long as it lasts; paler where no data sheet tells when it begins.
      # @param one [Plan::Lane::Stretch]
      # @param from [String] @param to [String, nil] as the clock says it
      # @param at [Array<Numeric>] left, top, width and height
      def stretch(svg, one, from:, to:, at:)
        says = "#{BY_STATE.fetch(one.state).label} from #{from}#{to ? " to #{to}" : " on"}"
        says += ", as is usual for such mixes: look at the test dab" if one.assumed
        svg.group(class: "stretch") do
          svg.note(says)
          svg.rect(*at, fill: fill(one.state), stroke: INK, **(one.assumed ? { fill_opacity: PALE } : {}))
        end
      end

      # The patterns, once a page.
      # @return [String] an SVG that shows nothing by itself
      def definitions
        patterns = STEPS.map do |step|
          %(<pattern id="ramp-#{step.state}" width="6" height="6" patternUnits="userSpaceOnUse">) +
            %(<rect width="6" height="6" fill="#{step.fill}"/>) + "#{format(MARKS.fetch(step.hatch), step.mark)}</pattern>"
        end
        %(<svg width="0" height="0" class="absolute" aria-hidden="true" focusable="false"><defs>#{patterns.join}</defs></svg>)
      end

      # @param states [Array<Symbol>]
      # @param assumed [Boolean] is some of it paler, as no data sheet tells it?
      # @return [String] the key to a drawing
      def legend(states = STEPS.map(&:state), assumed: false)
        svg = Svg.new((states.size * 94) + (assumed ? ASSUMED_WIDE : 0), 16,
          label: "Key: #{states.join(", ")}#{", paler where the data sheet does not tell it" if assumed}", css: "legend")
        states.each_with_index do |state, i|
          svg.rect((i * 94) + 0.5, 1.5, 24, 13, fill: fill(state), stroke: INK)
          svg.text((i * 94) + 30, 12.5, BY_STATE.fetch(state).label, class: "t-small")
        end
        pale(svg, states.size * 94) if assumed
        svg.to_s
      end

      def pale(svg, left)
        svg.rect(left + 0.5, 1.5, 24, 13, fill: fill(:tacky), fill_opacity: PALE, stroke: INK)
        svg.text(left + 30, 12.5, "not on the data sheet", class: "t-small")
      end
    end
  end
end
