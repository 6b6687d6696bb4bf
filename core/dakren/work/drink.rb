# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Work
    # What a surface drinks of a coat, and what stays in the tool that spreads it: lines of their own, never
    # a waste factor.
    #
    # Rule: the first coat as declared, the second a quarter of that, later ones nothing.
    module Drink
      Surface = Value.define(:name, :label, :first_coat_g_m2)
      Tool = Value.define(:name, :label, :soak_g)

      SURFACES = [
        Surface.new(name: "sealed", label: "sealed", first_coat_g_m2: 0),
        Surface.new(name: "hardwood", label: "planed hardwood", first_coat_g_m2: 40),
        Surface.new(name: "softwood", label: "softwood", first_coat_g_m2: 80),
        Surface.new(name: "end_grain", label: "end grain", first_coat_g_m2: 200),
        Surface.new(name: "plywood", label: "plywood", first_coat_g_m2: 60),
        Surface.new(name: "concrete_primed", label: "concrete, primed", first_coat_g_m2: 50),
        Surface.new(name: "concrete_bare", label: "concrete, bare", first_coat_g_m2: 250)
      ].to_h { |surface| [surface.name, surface] }.freeze

      # Until the shop weighs its own before and after.
      TOOLS = [
        Tool.new(name: "none", label: "poured, or nothing kept", soak_g: 0), Tool.new(name: "spreader", label: "spreader", soak_g: 5),
        Tool.new(name: "glue_brush", label: "glue brush", soak_g: 1), Tool.new(name: "brush", label: "50 mm brush", soak_g: 4),
        Tool.new(name: "wide_brush", label: "100 mm brush", soak_g: 12), Tool.new(name: "small_roller", label: "100 mm roller", soak_g: 25),
        Tool.new(name: "roller", label: "250 mm roller", soak_g: 60)
      ].to_h { |tool| [tool.name, tool] }.freeze

      # The practice's: of what the first coat soaked in, the second soaks in; and what can be asked.
      SECOND_COAT_SHARE = Rational(1, 4)
      G_M2 = (0..2000)

      module_function

      # @param first_coat_g_m2 [Numeric] 0 to 2000
      # @param coat [Integer] 1 for the first
      # @return [Rational] g/m2
      def g_m2(first_coat_g_m2, coat: 1)
        first = Exact.of(Check.number(:drink, first_coat_g_m2, G_M2, "g/m²"))
        case coat
        when 1 then first
        when 2 then first * SECOND_COAT_SHARE
        else Rational(0)
        end
      end
    end
  end
end
