# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Work
    # Powder in a mix.
    module Filler
      # How stiff the mix becomes.
      # kitchen: what everybody has stirred.
      Grade = Value.define(:name, :label, :silica_g, :kitchen)
      # Rule: silica in grams to 100 g of mix; other powders go by the same scoops, so by their bulk.
      GRADES = [
        Grade.new(name: :loose, label: "loose: levels by itself", silica_g: 1.5, kitchen: "thin syrup"),
        Grade.new(name: :brushable, label: "brushable: holds brush marks", silica_g: 3.0, kitchen: "ketchup"),
        Grade.new(name: :spreadable, label: "spreadable: holds a peak that bends", silica_g: 6.0, kitchen: "mayonnaise"),
        Grade.new(name: :standing, label: "standing: holds a sharp ridge", silica_g: 9.0, kitchen: "peanut butter")
      ].to_h { |grade| [grade.name, grade] }.freeze

      # density_g_ml: of the grain itself; bulk_g_ml: as scooped; parts: where it is several, each with its grams to 100 g of mix.
      Powder = Value.define(:name, :label, :density_g_ml, :bulk_g_ml, :dust, parts: nil)
      POWDERS = [
        Powder.new(name: :silica, label: "silica", density_g_ml: 2.2, bulk_g_ml: 0.05, dust: "silica floats for hours"),
        Powder.new(name: :balloons, label: "micro-balloons", density_g_ml: 0.25, bulk_g_ml: 0.12, dust: "micro-balloons float for hours"),
        Powder.new(name: :wood, label: "wood flour", density_g_ml: 1.4, bulk_g_ml: 0.22, dust: "fine wood dust"),
        Powder.new(name: :fibres, label: "milled fibres", density_g_ml: 2.55, bulk_g_ml: 0.18, dust: "fibre dust itches and harms lungs")
      ].to_h { |powder| [powder.name, powder] }.freeze
      GRAMS = (0..400)

      module_function

      # Grams of powder to 100 g of mix.
      # @param powder [Symbol] of POWDERS @param grade [Symbol] of GRADES
      # @return [Float]
      # @raise [InputError]
      def grams_to_100(powder, grade)
        one = POWDERS.fetch(powder) { raise InputError.new(:powder, "must be one of #{POWDERS.keys.join(", ")}") }
        silica = GRADES.fetch(grade) { raise InputError.new(:grade, "must be one of #{GRADES.keys.join(", ")}") }.silica_g
        (silica / POWDERS.fetch(:silica).bulk_g_ml * one.bulk_g_ml).round(6)
      end

      # Several powders as one.
      # @param parts [Array<Array(Powder, Numeric)>] each with its grams to 100 g of mix, above 0 in all
      # @return [Array(Powder, Float)] with its own density, and grams of all to 100 g
      def together(parts)
        return [parts[0][0], parts[0][1].to_f] if parts.size == 1

        grams = parts.sum { |_, each| each.to_f }
        one = Powder.new(name: :several, label: parts.map { |powder, _| powder.label }.join(" and "),
          density_g_ml: grams / parts.sum { |powder, each| each / powder.density_g_ml },
          bulk_g_ml: grams / parts.sum { |powder, each| each / powder.bulk_g_ml },
          dust: parts.map { |powder, _| powder.dust }.join("; "), parts: parts)
        [one, grams]
      end

      # Minutes to fold powder in: a minute, and one more for every half kilogram.
      # @param whole_g [Numeric] of everything in the cup
      # @return [Float]
      def folding_min(whole_g)
        1.0 + (whole_g.to_f / 500)
      end

      # Grams of mix that fill a volume once the powder is in it.
      #
      # Rule: the powder adds its own true volume and no more.
      # @param volume_ml [Numeric] @param grams_to_100 [Numeric] powder, 0 to 400
      # @return [Float]
      def mix_g(volume_ml, mixed_density_g_ml, grams_to_100, powder_density_g_ml)
        share = Check.number(:powder, grams_to_100, GRAMS, "g to 100 g") / 100
        volume_ml / ((1.0 / mixed_density_g_ml) + (share / powder_density_g_ml))
      end

      # Share of powder in the whole mass: it takes heat and makes none.
      def mass_share(grams_to_100)
        grams_to_100 / (100.0 + grams_to_100)
      end
    end
  end
end
