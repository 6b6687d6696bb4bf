# frozen_string_literal: true

require_relative "../base/memo"
require_relative "../base/value"

module Dakren
  module Cure
    # Lifts poured one on another: each on the column below it as it then is, which keeps its own temperatures, conversions and ages.
    #
    #   Column.new(reaction, body, lifts: [Lift.new(depth_mm: 12, at_min: 0, start_c: 22), ...], room: room).run.peaks_c
    #
    # Rule: the new lift starts unreacted at its own temperature and touches perfectly; the top loss moves to the new top.
    class Column
      # One lift: how deep, at which minute and how warm it is poured.
      Lift = Value.define(:depth_mm, :at_min, :start_c)
      # peak_c, peak_min: of the whole; peaks_c: hottest that each lift ever gets, the first one first.
      Run = Value.define(:peak_c, :peak_min, :peaks_c)

      MOST_LIFTS = 20
      # Cells in each lift: many thin ones are told apart as well by fewer, in all no more than these.
      NODES = (7..17)
      NODES_IN_ALL = 120

      # @param lifts [Array<Lift>] 1 to 20, in the order they are poured
      # @param room [Profile] @param wall [Wall] @param wall_start_c [Numeric, nil] @param plan [Footprint, nil]
      # @raise [InputError] naming lifts
      def initialize(reaction, body, lifts:, room:, wall: Wall::GROUNDS[:wood], wall_start_c: nil, plan: nil, nodes: nil)
        raise InputError.new(:lifts, "must be 1 to #{MOST_LIFTS}; #{lifts.size} given") unless lifts.size.between?(1, MOST_LIFTS)

        @lifts = lifts.each { |lift| check(lift) }
        unless @lifts.each_cons(2).all? { |one, two| two.at_min >= one.at_min }
          raise InputError.new(:lifts, "must be in the order they are poured")
        end

        @reaction = reaction
        @body = body
        @room = room
        @wall = wall
        @wall_start_c = wall_start_c
        @plan = plan
        @nodes = nodes || (NODES_IN_ALL / lifts.size).clamp(NODES.begin, NODES.end)
      end

      # @param until_min [Float] from when the first is poured
      # @return [Run]
      # @raise [NotSolved]
      def run(until_min: HORIZON_MIN)
        @peaks = @lifts.map { |lift| lift.start_c.to_f }
        @peak = [@lifts.map(&:start_c).max.to_f, 0.0]
        lying = nil
        groups.each_with_index do |(at, lifts), i|
          ends = groups[i + 1] ? groups[i + 1][0] : until_min + groups[0][0]
          lying = follow(lifts, lying, at, ends, last: i == groups.size - 1)
        end
        Run.new(peak_c: @peak[0], peak_min: @peak[1], peaks_c: @peaks)
      end

      private

      def check(lift)
        Check.number(:lifts, lift.depth_mm, Pour::DEPTHS_MM, "mm")
        Check.number(:lifts, lift.at_min, 0..HORIZON_MIN, "min")
        Check.temp_c(:lifts, lift.start_c)
      end

      # Lifts poured at the same minute.
      # @return [Array<Array(Float, Array<Integer>)>] minute, and which
      def groups
        @groups ||= @lifts.each_index.group_by { |i| @lifts[i].at_min.to_f }.to_a
      end

      # The column from one pouring to the next.
      # @return [PourStepper::Lying]
      def follow(poured, lying, from, ends, last:)
        lie = (0..poured.last).to_a.reverse
        slab = Slab.new(@body, lifts_m: lie.map { |i| @lifts[i].depth_mm / 1000.0 }, wall: @wall, loss_factor: @reaction.loss_factor,
          plan: @plan, nodes: @nodes)
        stepper = PourStepper.new(@reaction, slab, start_c: @lifts[poured.last].start_c.to_f, room_c: @room.at(from),
          wall_c: @wall_start_c || @room.at(from), before: warmed(poured, lying))
        steps = Steps.new(stepper, @reaction, @room, from)
        steps.each(ends) do |minute|
          note(stepper, lie, minute)
          last && stepper.spent?(@peak[0]) && cooling?(stepper)
        end
        stepper.lying
      end

      # What lies there, with those poured at the same minute beneath the uppermost.
      def warmed(poured, lying)
        under = poured[0..-2].reverse.flat_map { |i| Array.new(@nodes, @lifts[i].start_c.to_f) }
        return lying if under.empty?

        below = lying || PourStepper::Lying.new(temps_c: wall_temps, conversions: [], ages_min: [])
        PourStepper::Lying.new(temps_c: under + below.temps_c, conversions: under.map { 0.0 } + below.conversions,
          ages_min: under.map { 0.0 } + below.ages_min)
      end

      def wall_temps
        Array.new(Slab::WALL_CELLS, @wall_start_c || @room.at(groups[0][0]))
      end

      # No part of the resin warms any more, from its neighbours either.
      def cooling?(stepper)
        stepper.warming.first(stepper.nodes).none?(&:positive?)
      end

      def note(stepper, lie, minute)
        temps = stepper.temps_c
        lie.each_with_index do |lift, at|
          hottest = temps[at * @nodes, @nodes].max
          @peaks[lift] = hottest if hottest > @peaks[lift]
          @peak = [hottest, minute] if hottest > @peak[0]
        end
      end

      # Steps of a column in time.
      class Steps
        def initialize(stepper, reaction, room, from)
          @stepper = stepper
          @room = room
          @minute = from
          @longest_min = reaction.working_min * Pour::LONGEST_SHARE
        end

        # @yieldparam minute [Float] after each step; return true to stop there
        def each(ends)
          length = @stepper.first_min * Pour::BLIND_SHARE
          tried = 0
          while ends - @minute > 1.0e-9
            raise NotSolved, "the lifts did not settle in #{Pour::MOST_STEPS} steps" if (tried += 1) > Pour::MOST_STEPS

            length = [length, ends - @minute, @longest_min / [@stepper.quickest, 1.0e-9].max].min
            wrong = @stepper.try(length, @room.at(@minute + (length / 2)))
            if wrong <= 1 || (tried <= Pour::BLIND_STEPS && wrong.finite? && @stepper.led?)
              @stepper.accept(length)
              @minute += length
              return if yield(@minute)
            end
            length = Pour.next_length(length, wrong)
          end
        end
      end
      private_constant :Steps
    end
  end
end
