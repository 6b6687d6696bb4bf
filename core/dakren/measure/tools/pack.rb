# frozen_string_literal: true

require_relative "../tool"

module Dakren
  module Measure
    module Tools
      # A pack is the better choice for a batch this near to it.
      NEAR = 0.1

      # Both tins scraped out: right by itself, for one size.
      Pack = declare("pack", Way.new(name: :pack, short: "whole pack", read: :whole, first: :resin),
        label: "Whole pack", fields: [
          field("resin_g", "Resin in the tin", Units::MASS, :g, 1..500_000),
          field("hardener_g", "Hardener in the tin", Units::MASS, :g, 0.1..500_000)
        ]) do
        def errors(_split)
          [0.0, 0.0]
        end

        def refusal(split, ratio)
          return "its tins cannot be held against a ratio by volume without densities" unless ratio.weight_parts && split.total_g
          unless near?(split.total_g)
            return "the tins hold #{Check.plain(resin_g + hardener_g)} g, this batch is #{Check.plain(split.total_g.to_f.round)} g"
          end

          name = Verdict.new(ratio, resin_g: resin_g, hardener_g: hardener_g).name
          "these two tins do not belong together for this data sheet" unless name == :good
        end

        # Near enough that the whole pack is the better choice.
        def near?(total_g)
          ((total_g / (resin_g + hardener_g)) - 1).abs <= NEAR
        end
      end
    end
  end
end
