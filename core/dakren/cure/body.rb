# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Cure
    # Powder or cloth in a mix, which takes heat and makes none: its share of the whole mass, and its true density.
    Ballast = Value.define(:share, density_g_ml: 2.6, cloth: false) do
      # What is in the cup as the sheet tells it, and nothing else.
      def self.none
        @none ||= new(share: 0.0)
      end

      # Hollow spheres and wood flour lead less than resin.
      def light?
        density_g_ml < Ballast::LIGHT_G_ML
      end
    end

    Ballast::LIGHT_G_ML = 1.0
    # W/m K with cloth in it, whatever else.
    Ballast::CLOTH_W_MK = 0.35

    # What takes part in the heat: the whole mix with its ballast.
    #
    # Rule: H (1 - s), c (1 - s) + 0.8 s, density 1/((1 - s)/rho + s/2.6); conductivity k (1 + 3 v)/(1 - v) by the volume
    # share v of mineral powder in all of it, sold in or added, k (1 - v) of what is light, 0.35 W/m K with cloth in it.
    # heat_j_g, capacity_j_gk: of a gram of the whole; density_g_ml; conductivity_w_mk.
    Body = Value.define(:heat_j_g, :capacity_j_gk, :density_g_ml, :conductivity_w_mk) do
      # @param clock [Clock] @param heat_j_g [Float] of resin and hardener @param ballast [Ballast]
      # @return [Body]
      def self.of(clock, heat_j_g, ballast = Ballast.none)
        share = ballast.share
        density = 1 / (((1 - share) / clock.mixed_density_g_ml) + (share / ballast.density_g_ml))
        new(heat_j_g: heat_j_g * (1 - share), conductivity_w_mk: leads(clock, ballast, density), density_g_ml: density,
          capacity_j_gk: (clock.heat_capacity_j_gk * (1 - share)) + (Clock::POWDER_CAPACITY_J_GK * share))
      end

      # @return [Float] W/m K
      def self.leads(clock, ballast, density)
        return Ballast::CLOTH_W_MK if ballast.cloth && ballast.share.positive?

        share = ballast.share
        sold = clock.told?(:conductivity_w_mk) ? 0.0 : density * (1 - share) * clock.inert_share / Clock::POWDER_DENSITY_G_ML
        light = ballast.light? ? density * share / ballast.density_g_ml : 0.0
        mineral = [(ballast.light? ? 0.0 : density * share / ballast.density_g_ml) + sold, Body::MOST_POWDER].min
        clock.conductivity_w_mk * (1 + (3 * mineral)) / (1 - mineral) * (1 - [light, Body::MOST_POWDER].min)
      end

      # Kelvin by which the whole heat of reaction warms it.
      def full_rise_k
        heat_j_g / capacity_j_gk
      end

      # J/m3 K
      def volume_capacity
        density_g_ml * 1.0e6 * capacity_j_gk
      end
    end

    # Volume share of powder beyond which nothing is a mix any more.
    Body::MOST_POWDER = 0.9

    # How a body lies in plan, where it is small: how long its edge is and how much area it has, and what heat has to pass through its
    # side walls. perimeter_m, area_m2, side_m2k_w: thickness over conductivity.
    Footprint = Value.define(:perimeter_m, :area_m2, side_m2k_w: 0.0) do
      # @return [Float] 1/m
      def edge_to_area
        perimeter_m / area_m2
      end
    end

    # What a coat or pour lies on. It takes up heat, and leads it to the room below.
    #
    #   Wall::GROUNDS.fetch(:concrete)
    #   Wall.of(mm: 20, w_mk: 0.13, mj_m3k: 1.0)
    Wall = Value.define(:mm, :w_mk, :mj_m3k, label: "the shop's own") do
      # @param mm [Numeric] 0.1 to 1000 @param w_mk [Numeric] conductivity 0.005 to 500 @param mj_m3k [Numeric] heat capacity 0.001 to 10
      # @return [Wall]
      # @raise [InputError] naming wall_mm, wall_w_mk or wall_mj_m3k
      def self.of(mm:, w_mk:, mj_m3k:, **more)
        new(mm: Check.number(:wall_mm, mm, 0.1..1000, "mm"), w_mk: Check.number(:wall_w_mk, w_mk, 0.005..500, "W/m K"),
          mj_m3k: Check.number(:wall_mj_m3k, mj_m3k, 0.001..10, "MJ/m3 K"), **more)
      end
    end
    # Unless told otherwise: how thick, how well it conducts, how much heat it takes.
    Wall::GROUNDS = {
      wood: Wall.new(mm: 18.0, w_mk: 0.13, mj_m3k: 1.0, label: "wood"),
      concrete: Wall.new(mm: 100.0, w_mk: 1.4, mj_m3k: 2.0, label: "concrete or stone"),
      metal: Wall.new(mm: 3.0, w_mk: 45.0, mj_m3k: 3.7, label: "steel or aluminium"),
      foam: Wall.new(mm: 30.0, w_mk: 0.035, mj_m3k: 0.04, label: "foam"),
      mould: Wall.new(mm: 2.0, w_mk: 0.2, mj_m3k: 1.7, label: "a thin mould")
    }.freeze
  end
end
