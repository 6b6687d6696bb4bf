# frozen_string_literal: true

module Dakren
  module Document
    # Which tins a batch is mixed from, as somebody says at the bench or from its card. Part of BenchDeed and BenchCard.
    module BenchTaken
      LOT_LONGEST = 60

      private

      # The lots read off the tins, where somebody wrote them down.
      def lots(step)
        return {} unless step == :tins

        with_tins({ lot_a: lot("lot_a"), lot_b: lot("lot_b") }.reject { |_, text| text.empty? })
      end

      # @param told [Hash{Symbol=>String}] lots somebody wrote down
      # @return [Hash{Symbol=>Object}] with those of the tins that were chosen
      def with_tins(told)
        return told if chosen.none?

        of_tins = { lot_a: lot_of(chosen[0]), lot_b: chosen.drop(1).map { |tin| lot_of(tin) }.join(" ") }.reject { |_, text| text.empty? }
        { **told, **of_tins, tin_ids: chosen.compact.map(&:id), **(cross ? { crossed: true } : {}) }
      end

      # The tins somebody took, of what stands on the shelf.
      # @return [Array] nil for a material whose tin is none of these
      def chosen
        @chosen ||= @tins.each_with_index.map { |tins, i| tins.find { |tin| tin.id.to_s == @typed["tin_#{i}"].to_s } }
      end

      def lot_of(tin)
        tin ? tin.lot : ""
      end

      # A tin that does not belong to the one its resin is from.
      def cross
        resin, *others = chosen
        @paired && resin && others.compact.find { |tin| tin.crosses?(resin) }
      end

      # Tins that do not belong together are asked about once, and it is written down.
      def crossed?
        tin = cross or return false
        ask?("tins", "#{tin.name.capitalize}, #{tin.called}, does not belong to #{chosen[0].called}. A tube of hardener belongs to its " \
                     "tin: do not cross lots unless the maker lets you. Is it really so? Press again to take it.",
          of: [chosen[0].id, tin.id])
      end
    end
  end
end
