# frozen_string_literal: true

module Dakren
  module Rooms
    # What is cut for a laminate, an infusion or a repair: every piece of cloth with its size, its place in the order
    # and how its fibre runs, and its outline for a template.
    class CuttingList
      Row = Value.define(:order, :name, :length_mm, :width_mm, :area_mm2, :areal_g_m2, :direction)

      # @param need [Work::Need] @param places [Array<Work::Place>]
      def initialize(need, places)
        @need = need
        @places = places || []
      end

      # @return [Array<Row>] in the order they go in
      def rows
        @need.scarf ? discs : plies
      end

      # @return [Array<Formats::NamedOutline>] one for every different outline
      def figures
        unless @need.scarf
          return @places.filter_map do |place|
            place.outline && Formats::NamedOutline.new(name: "#{place.name}, #{plies.size} #{plies.size == 1 ? "ply" : "plies"}",
              loops: Geometry.loops(place.outline))
          end
        end

        @need.scarf.flat_map do |scarf|
          hole = scarf.shape(0.001)
          scarf.discs.map do |disc|
            Formats::NamedOutline.new(name: "disc #{disc.number}#{" #{disc.direction}" unless disc.direction.empty?}",
              loops: Geometry.loops(scarf.shape(disc.beyond_mm)) + [crossed(scarf, disc)])
          end + backing_outline(scarf) +
            [Formats::NamedOutline.new(name: "hole and bevel, to mark on the work",
              loops: [Geometry.loops(scarf.outline).first, shifted(Geometry.loops(hole).first, scarf.bevel_mm)])]
        end
      end

      private

      def plies
        number = 0
        @places.flat_map do |place|
          next [] unless @need.laminate

          @need.laminate.stack.map do |layer, *|
            long, wide = place.outline ? place.outline.extent_mm : [0, 0]
            Row.new(order: number += 1, name: place.name, length_mm: long, width_mm: wide, area_mm2: place.area_mm2,
              areal_g_m2: layer.areal_g_m2, direction: layer.direction)
          end
        end
      end

      def discs
        @need.scarf.flat_map do |scarf|
          cut = scarf.discs.map { |disc| row(disc, "disc #{disc.number}", @need.laminate.layers.first.areal_g_m2) }
          scarf.backed? ? [row(scarf.backing, "backing piece", nil), *cut] : cut
        end
      end

      def row(disc, name, areal_g_m2)
        Row.new(order: disc.number, name: name, length_mm: disc.length_mm, width_mm: disc.width_mm, area_mm2: disc.area_mm2,
          areal_g_m2: areal_g_m2, direction: disc.direction)
      end

      # The backing piece, where there is one.
      def backing_outline(scarf)
        return [] unless scarf.backed?

        [Formats::NamedOutline.new(name: "backing piece", loops: Geometry.loops(scarf.shape(Work::Scarf::BACKING_MM)))]
      end

      # A thin mark in the middle of a disc, along the fibre's first direction.
      def crossed(_scarf, disc)
        x = disc.length_mm / 2
        y = disc.width_mm / 2
        [[x - 8, y - 0.1], [x + 8, y - 0.1], [x + 8, y + 0.1], [x - 8, y + 0.1]]
      end

      def shifted(loop, by)
        loop.map { |x, y| [x + by, y + by] }
      end
    end
  end
end
