# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Work
    # Powder in a mix.
    module Filler
      # How stiff the mix becomes.
      Grade = Value.define(:name, :label, :silica_g)
      # Rule: silica in grams to 100 g of mix; other powders go by the same scoops, so by their bulk.
      GRADES = [
        Grade.new(name: :loose, label: "loose: levels by itself", silica_g: 1.5),
        Grade.new(name: :brushable, label: "brushable: holds brush marks", silica_g: 3.0),
        Grade.new(name: :spreadable, label: "spreadable: holds a peak that bends", silica_g: 6.0),
        Grade.new(name: :standing, label: "standing: holds a sharp ridge", silica_g: 9.0)
      ].to_h { |grade| [grade.name, grade] }.freeze

      # density_g_ml: of the grain itself; bulk_g_ml: as scooped.
      Powder = Value.define(:name, :label, :density_g_ml, :bulk_g_ml, :dust)
      POWDERS = [
        Powder.new(name: :silica, label: "silica", density_g_ml: 2.2, bulk_g_ml: 0.05, dust: "silica floats for hours"),
        Powder.new(name: :balloons, label: "micro-balloons", density_g_ml: 0.25, bulk_g_ml: 0.12, dust: "micro-balloons float for hours"),
        Powder.new(name: :wood, label: "wood flour", density_g_ml: 1.4, bulk_g_ml: 0.22, dust: "fine wood dust"),
        Powder.new(name: :fibres, label: "milled fibres", density_g_ml: 2.55, bulk_g_ml: 0.18, dust: "fibre dust itches and harms lungs")
      ].to_h { |powder| [powder.name, powder] }.freeze
      GRAMS = (0..400)
      SCOOP_ML = 30

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
