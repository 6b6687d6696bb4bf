# frozen_string_literal: true

module Dakren
  module Cure
    # A pour and what it lies on, cut into layers from the top down: what each takes up, and what passes between them.
    #
    # Layers of resin sit at equal distances from the top to the wall, the two outer ones half as thick; the lowest shares its place with
    # the first of the wall, whose layers grow downwards. Slopes are per minute.
    class Slab
      WALL_LAYERS = 12
      # Each layer of the wall is so much thicker than the one above it.
      GROWTH = 1.35

      attr_reader :nodes, :count, :up, :down, :top, :bottom, :side, :rise_k, :made_share

      # @param body [Body] @param depth_m [Float] @param wall [Wall] @param top_w_m2k [Float] @param bottom_w_m2k [Float]
      # @param side_w_m3k [Float] lost sideways by the resin @param nodes [Integer] layers of resin
      def initialize(body, depth_m:, wall:, top_w_m2k:, bottom_w_m2k:, side_w_m3k:, nodes:)
        @nodes = nodes
        @rise_k = body.full_rise_k
        widths = wall_widths(wall.mm / 1000)
        @count = nodes + widths.size
        takes(body.volume_capacity, depth_m / (nodes - 1), wall.mj_m3k * 1.0e6, widths)
        leads(body.conductivity_w_mk / depth_m * (nodes - 1), widths.map { |width| wall.w_mk / width })
        @side = Array.new(nodes) { |i| side_w_m3k * (@resin_j_m2k[i] / body.volume_capacity) / @takes_j_m2k[i] * 60 }
        @top = top_w_m2k / @takes_j_m2k[0] * 60
        @bottom = bottom_w_m2k / @takes_j_m2k[-1] * 60
      end

      # °C of each layer when it is poured.
      def start_temps(start_c, room_c)
        Array.new(count) do |i|
          share = i < nodes ? made_share[i] : 0.0
          (share * start_c) + ((1 - share) * room_c)
        end
      end

      private

      def wall_widths(thick_m)
        first = thick_m * (GROWTH - 1) / ((GROWTH**WALL_LAYERS) - 1)
        Array.new(WALL_LAYERS) { |i| first * (GROWTH**i) }
      end

      # J/m2 K of each layer, and what of it is resin.
      def takes(resin, dx, wall, widths)
        @resin_j_m2k = Array.new(nodes) { |i| resin * (i.zero? || i == nodes - 1 ? dx / 2 : dx) }
        below = Array.new(count, 0.0)
        widths.each_with_index do |width, i|
          below[nodes - 1 + i] += wall * width / 2
          below[nodes + i] += wall * width / 2
        end
        @takes_j_m2k = Array.new(count) { |i| (i < nodes ? @resin_j_m2k[i] : 0.0) + below[i] }
        @made_share = Array.new(nodes) { |i| @resin_j_m2k[i] / @takes_j_m2k[i] }
      end

      def leads(resin_w_m2k, wall_w_m2k)
        between = Array.new(nodes - 1, resin_w_m2k) + wall_w_m2k
        @up = Array.new(count) { |i| i.zero? ? 0.0 : between[i - 1] / @takes_j_m2k[i] * 60 }
        @down = Array.new(count) { |i| i == count - 1 ? 0.0 : between[i] / @takes_j_m2k[i] * 60 }
      end
    end
  end
end
