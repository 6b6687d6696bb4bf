# frozen_string_literal: true

module Dakren
  module Rooms
    # Every hardener of a resin, and even blends of two, side by side on the real job.
    class Comparison
      # sheet: of the shelf, or a blend; desk: the job planned with it; why: where it could not be.
      Row = Value.define(:name, :id, :desk, :blend, why: nil) do
        def planned?
          !desk&.schedule.nil? && desk.coats.any?
        end

        def kept?
          planned? && desk.schedule.kept?
        end

        def batches
          desk.coats.sum { |coat| coat.plan.batches.size }
        end

        # Least of what is left of a cup's life when it is used up, as a share of it.
        def margin_pct
          desk.coats.flat_map do |coat|
            coat.plan.portions.first(1)
              .map { |portion| 100 * (1 - (portion.needed_min / portion.usable_min)) }
          end.min
        end

        # Most coats that begin on one day.
        def coats_a_day
          desk.coats.group_by { |coat| desk.time_at(coat.from_min).to_date }.values.map(&:size).max
        end
      end
      HALF = Rational(1, 2)

      # @param desk [Document::JobDesk] @param sheets [Array<Array(String, Sheet)>] @param resin [String]
      # @yieldparam document [Hash] @yieldparam extra [Hash{String=>Sheet}] sheets that are not on the shelf @yieldreturn
      #   [Document::JobDesk]
      def initialize(desk, sheets, resin, &make)
        @desk = desk
        @sheets = sheets.select { |_, sheet| sheet.resin == resin }
        @resin = resin
        @make = make
      end

      # @return [Array<Row>]
      def rows
        singles = @sheets.map { |id, sheet| row(sheet.hardener, id, {}, false) }
        singles + blends
      end

      private

      def blends
        @sheets.combination(2).filter_map do |(one_id, one), (two_id, two)|
          made = Blend.new([[one, HALF], [two, HALF]]).sheet
          id = "blend-#{one_id}-#{two_id}-50"
          row("half #{one.hardener}, half #{two.hardener}", id, { id => made }, true)
        rescue InputError, NotSolved
          nil
        end
      end

      def row(name, id, extra, blend)
        passes = @desk.passes.select { |pass| pass.sheet&.resin == @resin }
        desk = @make.call(@desk.document.merge(passes.to_h { |pass| ["#{pass.id}-sheet", id] }), extra)
        Row.new(name: name, id: id, desk: desk, blend: blend, why: why(desk))
      end

      def why(desk)
        desk.tickets.flat_map(&:refusals).first || desk.problems.first
      end
    end
  end
end
