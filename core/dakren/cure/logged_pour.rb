# frozen_string_literal: true

require_relative "body"
require_relative "../base/value"

module Dakren
  module Cure
    # Where a pour lies: how deep, on what, and how it lies in plan where it is small.
    #
    # depth_mm: 0.001 to 1000; wall: Wall; plan: Footprint, or nil.
    Bed = Value.define(:depth_mm, :wall, plan: nil) do
      # @param kept [Hash{String=>Object}, nil] see kept
      # @return [Bed, nil]
      def self.read(kept)
        return if kept.nil?

        told = kept.transform_keys(&:to_sym)
        new(depth_mm: told[:depth_mm], wall: Wall.new(**told[:wall].transform_keys(&:to_sym)),
          plan: told[:plan] && Footprint.new(**told[:plan].transform_keys(&:to_sym)))
      end

      # @return [Hash{String=>Object}] of JSON
      def kept
        { "depth_mm" => depth_mm.to_f, "wall" => told(wall), "plan" => plan && told(plan) }.compact
      end

      private

      def told(part)
        part.to_h.to_h { |name, value| [name.to_s, value.is_a?(Numeric) ? value.to_f : value] }
      end
    end

    # A pour as the shop saw it: how hot it got.
    #
    # bed: where it lay; start_c, room_c: °C; peak_c: hottest °C seen; surface: was it seen on its surface, and not within it?
    LoggedPour = Value.define(:bed, :start_c, :room_c, :peak_c, surface: false, ballast: Ballast.none) do
      # @param clock [Clock] @param reaction [Reaction] with the shop's own speed
      # @return [Array<Float>] misfit in standard deviations
      # @raise [NotSolved]
      def misfits(clock, reaction)
        [(hottest_c(clock, reaction) - peak_c) / LOGGED_PEAK_SD_C]
      end

      # What it should have got, where it was looked at.
      # @return [Float] °C
      def hottest_c(clock, reaction, nodes: LoggedPour::NODES)
        run = Pour.new(reaction, Body.of(clock, reaction.heat_j_g, ballast), depth_mm: bed.depth_mm, start_c: start_c,
          room: Profile.constant(room_c), wall: bed.wall, plan: bed.plan, nodes: nodes).run
        surface ? run.track.map { |row| row[1] }.max : run.peak_c
      end
    end

    # Ours: cells across it, as many as a search needs.
    LoggedPour::NODES = 7
  end
end
