# frozen_string_literal: true

module Dakren
  module Rooms
    # Hardeners side by side as their page shows them.
    class ComparePage
      HEADS = ["fits", "batches", "shortest pot life", "pot life to spare", "coats a day", "sanding", "at the bench", "ready"].freeze
      HALF_PCT = 50
      SILENT = "its tin says nothing of time: time its first batch, and it stands here with its figures"
      # One hardener: its name, whether it is the job's, its figures, or why there are none.
      Row = Value.define(:id, :name, :chosen, cells: [].freeze, why: nil)

      attr_reader :resins, :resin

      # @param desk [Document::JobDesk] @param rows [Array<Comparison::Row>]
      def initialize(desk, resins, resin, rows, wording)
        @desk = desk
        @resins = resins
        @resin = resin
        @rows = rows || []
        @working = rows.nil?
        @wording = wording
      end

      # Is it still being worked out?
      def working?
        @working
      end

      # @return [Array<Row>]
      def rows
        @rows.select { |row| row.pair.nil? || row.share_pct == HALF_PCT || ids.include?(row.id) }.map do |row|
          told = if row.planned?
                   { cells: cells(row) }
                 else
                   { why: row.silent? ? SILENT : why(row.why) }
                 end
          Row.new(id: row.id, name: row.name, chosen: ids.include?(row.id), **told)
        end
      end

      # Each that can be planned as a bar of its minutes and a mark where it is ready.
      # @return [Drawings::CompareBars, nil]
      def bars
        planned = @rows.select { |row| row.planned? && (row.pair.nil? || row.share_pct == HALF_PCT || ids.include?(row.id)) }
        return if planned.empty?

        Drawings::CompareBars.new(planned.map { |row| bar(row) }, start: @desk.start, wording: @wording)
      end

      # Each pair of hardeners as a curve from all of the first to all of the second.
      # @return [Array<Array(String, Drawings::BlendCurve)>]
      def curves
        @rows.filter_map(&:pair).uniq.filter_map do |pair|
          ends = pair.map { |id| @rows.find { |row| row.id == id } }
          middle = @rows.select { |row| row.pair == pair }
          points = [[0, ends[0]], *middle.map { |row| [row.share_pct, row] }, [100, ends[1]]].filter_map { |share, row| point(share, row) }
          next if points.size < 3

          ["#{ends[0].name} to #{ends[1].name}", Drawings::BlendCurve.new(points, ends.map(&:name), @wording)]
        end
      end

      private

      # What the job is mixed from now.
      def ids
        @ids ||= @desk.tasks.map { |task| Comparison.in_order(task.sheet_id) }
      end

      def bar(row)
        Drawings::CompareBars::Row.new(name: row.name, cup_min: [row.cup.early, row.cup.late], ready_min: row.desk.schedule.hand_over_min,
          chosen: ids.include?(row.id))
      end

      def point(share, row)
        return unless row&.planned?

        Drawings::BlendCurve::Point.new(share_pct: share, cup: row.cup, ready_min: row.desk.schedule.hand_over_min) if row.cup.early
      end

      def cells(row)
        because = Words::Because.new(row.desk, @wording)
        sanding = row.desk.schedule.sanding_min
        [row.kept? ? "yes" : "no: #{because.sentence}", row.batches.to_s, @wording.span(row.cup.early, row.cup.late),
          "#{row.margin_pct.round} %",
          row.coats_a_day.to_s, sanding.zero? ? "none" : @wording.minutes(sanding), @wording.minutes(row.desk.schedule.bench_min),
          because.hand_over]
      end

      def why(why)
        return "waits: the job is not planned yet" if why.nil?

        why.respond_to?(:nearest) ? "no: #{@wording.fill(why)}" : "no: it #{why.says}"
      end
    end

    # What is cut for a laminate or a repair, as its page shows it.
    class CuttingPage
      MOST = 200

      attr_reader :figures

      # @param ticket [Document::Ticket]
      def initialize(ticket, wording)
        @ticket = ticket
        @wording = wording
        @need = ticket.coats.map { |coat| coat.plan.order.need }.first
        list = @need && CuttingList.new(@need, ticket.task.places)
        @rows = list ? list.rows : []
        @figures = list ? list.figures : []
      end

      def id
        @ticket.task.id
      end

      def empty?
        @rows.empty?
      end

      # In which order discs go in, and why it matters.
      # @return [Array(String, String), nil]
      def order
        return unless @need.scarf

        order = @need.scarf.first.order
        why = if order == :smallest
                "Smallest first leaves an edge under every larger disc that can trap air: roll each one out from the middle."
              else
                "Each bond face is one whole ply, and no edge traps air."
              end
        ["Discs go in #{Work::Scarf::ORDERS.fetch(order)}.", why]
      end

      # @return [Array<Array<String>>] order, piece, size, cloth, direction, area
      def rows
        @rows.first(MOST).map do |row|
          size = [row.length_mm, row.width_mm].map { |side| show(side, :mm) }.uniq.join(" × ")
          direction = row.direction.empty? ? "as you like, the same on every ply" : row.direction
          [row.order.zero? ? "" : row.order.to_s, row.name, size, row.areal_g_m2 ? show(row.areal_g_m2, :"g/m2") : "", direction,
            show(row.area_mm2 / 1e6, :m2)]
        end
      end

      def cloth
        show(@rows.sum(&:area_mm2) / 1e6, :m2)
      end

      # @return [String] SVG
      def drawing
        Drawings::CutDrawing.new(@ticket.task.kind.section.call(@need, @ticket.task.figures), @wording)
      end

      private

      def show(value, unit)
        @wording.show(Quantity.new(value: value, unit: unit))
      end
    end
  end
end
