# frozen_string_literal: true

module Dakren
  module Plan
    # Where each batch must reach on the piece: cuts across its length that part it into equal areas.
    #
    #   Marks.new(outline).at(4)   # => three distances from the left edge, in mm
    class Marks
      # @param outline [Object] shape of Size
      def initialize(outline)
        @outline = outline
      end

      # @param count [Integer] batches, 1 or more
      # @return [Array<Float>] count - 1 distances from the left edge, mm, rising
      def at(count)
        (1...count).map { |i| cut(i.to_f / count) }
      end

      # The same for batches that are not alike.
      # @param amounts [Array<Numeric>] what each puts on the work
      def after(amounts)
        return at(amounts.size) if amounts.uniq.size == 1

        so_far = 0
        amounts[0..-2].map { |amount| cut((so_far += amount).to_f / amounts.sum) }
      end

      private

      def cut(share)
        width = @outline.extent_mm.first
        wanted = @outline.area_mm2 * share
        Solve.root(0.0, width, tolerance: width * 1e-7, at_low: -wanted, at_high: @outline.area_mm2 - wanted) do |x|
          @outline.left_of(x) - wanted
        end
      end
    end
  end
end
