# frozen_string_literal: true

module Dakren
  module Rooms
    # Every hardener of a resin, and even blends of two, side by side on the real job.
    class Comparison
      # sheet: of the shelf, or a blend; desk: the job planned with it; why: where it could not be.
      # tasks: ids of those mixed from it; pair: ids of the two that are blended, share_pct of the second; nil
      # where it is one hardener alone.
      Row = Value.define(:name, :id, :desk, :tasks, pair: nil, share_pct: nil, why: nil) do
        def planned?
          !desk&.schedule.nil? && coats.any? && !silent?
        end

        # Is it mixed from a tin that tells nothing of time? Then there is no time to compare.
        def silent?
          !desk.nil? && coats.any? { |coat| coat.plan.sheet.silent? }
        end

        def kept?
          planned? && desk.schedule.kept?
        end

        def batches
          desk.coats.sum { |coat| coat.plan.batches.size }
        end

        # Its own coats: what is mixed from another resin says nothing of this one.
        def coats
          desk.coats.select { |coat| tasks.include?(coat.task.id) }
        end

        # @return [Cure::Band] pot life of its shortest-lived batch
        def cup
          coats.map { |coat| coat.plan.usable }.min_by { |usable| usable.early || Cure::HORIZON_MIN }
        end

        # Least of what is left of a cup's life when it is used up, as a share of it.
        def margin_pct
          coats.flat_map do |coat|
            coat.plan.portions.first(1)
              .map { |portion| 100 * (1 - (portion.held_min / portion.usable_min)) }
          end.min
        end

        # Most coats that begin on one day.
        def coats_a_day
          desk.coats.group_by { |coat| desk.time_at(coat.from_min).to_date }.values.map(&:size).max
        end
      end
      # Shares of the second hardener that are planned for each pair.
      SHARES_PCT = [25, 50, 75].freeze
      # A blend by its id: two resin systems and the share of the first.
      OWN = /\Ablend-(\d+)-(\d+)-(\d+)\z/

      # A blend's id the way round the shelf has its two.
      # @param id [String] @return [String]
      def self.in_order(id)
        first, second, share = OWN.match(id)&.captures
        first.nil? || first.to_i < second.to_i ? id : "blend-#{second}-#{first}-#{100 - share.to_i}"
      end

      # @param desk [Document::JobDesk] @param sheets [Array<Array(String, Sheet)>] @param resin [String]
      # @yieldparam document [Hash] @yieldparam extra [Hash{String=>Sheet}] sheets that are not on the shelf @yieldreturn
      #   [Document::JobDesk]
      def initialize(desk, sheets, resin, &make)
        @desk = desk
        @sheets = sheets.select { |_, sheet| sheet.resin == resin }
        @resin = resin
        @make = make
      end

      # @return [Array<Row>] each hardener, and each pair of them blended
      def rows
        @sheets.map { |id, sheet| row(sheet.hardener, id) } + blends
      end

      private

      def blends
        wanted = @sheets.combination(2).flat_map { |pair| (SHARES_PCT | own_shares(pair.map(&:first))).sort.map { |share| [pair, share] } }
        wanted.filter_map do |((one_id, one), (two_id, two)), share|
          made = Blend.new([[one, Rational(100 - share, 100)], [two, Rational(share, 100)]]).sheet
          id = "blend-#{one_id}-#{two_id}-#{100 - share}"
          row("#{100 - share} % #{one.hardener}, #{share} % #{two.hardener}", id, { id => made }, pair: [one_id, two_id], share_pct: share)
        rescue InputError, NotSolved
          nil
        end
      end

      # Shares of the second the job itself is blended with, of this pair.
      def own_shares(ids)
        @desk.tasks.filter_map do |task|
          first, second, share = OWN.match(Comparison.in_order(task.sheet_id))&.captures
          100 - share.to_i if [first, second] == ids
        end
      end

      def row(name, id, extra = {}, **pair)
        tasks = @desk.tasks.select { |task| task.sheet&.resin == @resin }
        desk = @make.call(Document::JobDocument.with_sheet(@desk.document, tasks.map(&:id), id), extra)
        Row.new(name: name, id: id, desk: desk, tasks: tasks.map(&:id), why: why(desk), **pair)
      end

      def why(desk)
        desk.tickets.flat_map(&:refusals).first || desk.problems.first
      end
    end
  end
end
