# frozen_string_literal: true

module Dakren
  module Cure
    # What lies there, cut into cells from the top down, resin first and then what it lies on: what each takes up, what tasks between
    # them, and what they lose. Slopes are per minute.
    #
    # Rule: the top gives 10 u', the underside 5 u' W/m2K, the sides (P/A)/(1/(9 u') + r + (2 A/P)/(2 k N)) W/m3K, each with its own u' = u
    # (1 + |T - room|/150); N as in a cup. The sideways loss acts on the resin, not on what is beneath it.
    class Slab
      WALL_CELLS = 12
      # Each cell of the wall is so much thicker than the one above it.
      GROWTH = 1.35

      # top, underside: where the uppermost cell meets the room, and the lowest.
      attr_reader :nodes, :count, :up, :down, :rise_k, :top, :underside

      # @param body [Body] @param lifts_m [Array<Float>] how deep each lift is, the uppermost first @param wall [Wall]
      # @param loss_factor [Float] u @param plan [Footprint, nil] @param nodes [Integer] cells in each lift
      def initialize(body, lifts_m:, wall:, loss_factor:, plan: nil, nodes: Pour::NODES)
        @rise_k = body.full_rise_k
        @u = loss_factor
        @plan = plan
        @leads = body.conductivity_w_mk
        resin = lifts_m.flat_map { |deep| Array.new(nodes, deep / nodes) }
        @nodes = resin.size
        below = wall_widths(wall.mm / 1000)
        @count = @nodes + below.size
        @takes = resin.map { |width| width * body.volume_capacity } + below.map { |width| width * wall.mj_m3k * 1.0e6 }
        connect(resin.map { |width| width / 2 / @leads } + below.map { |width| width / 2 / wall.w_mk })
        @side_share = plan ? plan.edge_to_area / body.volume_capacity * 60 : 0.0
        @inside = plan ? 1 / plan.edge_to_area / @leads : 0.0
      end

      # °C of each cell when it is poured at once.
      def start_temps(start_c, wall_c)
        Array.new(count) { |i| i < nodes ? start_c : wall_c }
      end

      # Does anything go out sideways?
      def narrow?
        !@plan.nil?
      end

      # °C a minute a cell of resin gains sideways, and how that hangs on its temperature.
      def sideways(temp_c, room_c, conversion)
        apart = room_c - temp_c
        warmer = Vessel::SIDE_W_M2K * @u * (1 + (apart.abs / CupHeat::DOUBLE_K))
        turns = 1 + (1 / (1 + Math.exp((conversion - CupHeat::GELS_AT) / CupHeat::GELS_WITHIN)))
        holds = (1 / warmer) + @plan.side_m2k_w + (@inside / turns)
        gives = @side_share / holds
        [gives * apart, -gives - (gives * apart.abs * Vessel::SIDE_W_M2K * @u / CupHeat::DOUBLE_K / (warmer * warmer * holds))]
      end

      # °C of the surface itself, half a cell beyond the outermost.
      def surface_c(temp_c, room_c)
        gives = Vessel::TOP_W_M2K * @u * (1 + ((temp_c - room_c).abs / CupHeat::DOUBLE_K))
        temp_c + ((room_c - temp_c) * @half / (@half + (1 / gives)))
      end

      # Where the outermost cell meets the room.
      class Edge
        # @param w_m2k [Float] what still air takes from it @param half_m2k_w [Float] from the middle of the cell to its edge
        # @param takes_j_m2k [Float] what the cell takes up
        def initialize(w_m2k, half_m2k_w, takes_j_m2k)
          @w_m2k = w_m2k
          @half = half_m2k_w
          @takes = takes_j_m2k
        end

        # @return [Array(Float, Float)] °C a minute the cell gains from the room, and how that hangs on its temperature
        def gains(temp_c, room_c)
          apart = room_c - temp_c
          far = apart.abs
          gives = @w_m2k * (1 + (far / CupHeat::DOUBLE_K))
          holds = @half + (1 / gives)
          through = 60 / (@takes * holds)
          [through * apart, -through - (through * far * @w_m2k / CupHeat::DOUBLE_K / (gives * gives * holds))]
        end
      end
      private_constant :Edge

      private

      # @param halves [Array<Float>] what heat has to pass from the middle of each cell to its edge, m2 K/W
      def connect(halves)
        between = halves.each_cons(2).map { |one, other| 1 / (one + other) }
        @up = Array.new(@count) { |i| i.zero? ? 0.0 : between[i - 1] / @takes[i] * 60 }
        @down = Array.new(@count) { |i| i == @count - 1 ? 0.0 : between[i] / @takes[i] * 60 }
        @half = halves.first
        @top = Edge.new(Vessel::TOP_W_M2K * @u, @half, @takes.first)
        @underside = Edge.new(Vessel::BOTTOM_W_M2K * @u, halves.last, @takes.last)
      end

      def wall_widths(thick_m)
        first = thick_m * (GROWTH - 1) / ((GROWTH**WALL_CELLS) - 1)
        Array.new(WALL_CELLS) { |i| first * (GROWTH**i) }
      end
    end
  end
end
