# frozen_string_literal: true

require_relative "mix_facet"

module Dakren
  module Rooms
    # Where the mix of a task goes, and how the work is done.
    class MixWork < MixFacet
      # Where it goes: each line of the need.
      # @return [Array<Answer>]
      def goes
        [*figures.lines.map { |label, line| [label, line] }, (["left in cups", figures.kept_g] unless plan.order.need.printed),
          (["area", figures.area] if plan.order.need.area_mm2.positive?), (["dry film", figures.dry_film] if figures.dry_film),
          *figures.extras.map do |label, line|
            [label, line]
          end].compact.map { |label, line| Answer.new(label: label, figure: line, css: "bare") }
      end

      # The work in section, where there is more to see than a film.
      def section_drawing
        view = task.kind.cut_view(plan.order.need, task.figures)
        view && Drawings::CutDrawing.new(view, @wording)
      end

      # @return [Array<String>]
      def remarks
        plan.order.need.remarks.map { |remark| "#{@wording.fill(remark).sub(/\A./, &:upcase)}." }
      end

      # Are there pieces to cut?
      def templates?
        need = plan.order.need
        !need.scarf.nil? || !need.laminate.nil?
      end

      # How cloth is wetted.
      # @return [String, nil]
      def wet_out
        use = task.kind.uses[laid] or return

        "#{use.title}: #{use.tells.delete_suffix(" Keep a test dab.").sub(/\A./, &:downcase)}"
      end

      private

      # @return [Symbol] of Work::Cloth::LAID
      def laid
        Work::Cloth.laid(task.figures[:wet_out], plan.order.need.laminate&.layers.to_a)
      end
    end
  end
end
