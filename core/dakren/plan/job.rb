# frozen_string_literal: true

require_relative "../work/own"
require_relative "../base/value"

module Dakren
  module Plan
    # A job as the core is told it. Minute 0 is its start.
    #
    # tasks: Task in working order; room: Cure::Profile, fetched already; hours: Hours, in the job's own zone; goal: of GOALS;
    # tins_c: °C of the parts, nil for as the room is; people: who is there; by_min: when it must be handed over, nil where it is planned
    # from its start; humidity_pct, surface_c, moisture_pct: as measured; room_repeats: does the room go on as it was told? hands: Hands,
    # nil where only their number is known; turned: of Turning::TURNED; go_on: asked while a better plan is looked for, nil for the first
    # answer; heats: spells the room is heated, from and to.
    Job = Value.define(:tasks, :room, :hours, goal: :hand_over, tins_c: nil, people: 1, by_min: nil, humidity_pct: nil, surface_c: nil,
      moisture_pct: nil, room_repeats: false, hands: nil, turned: :handle, go_on: nil, heats: [].freeze) do
      # Who is there.
      # @return [Hands]
      def crew
        hands || Hands.alike(people, hours)
      end

      # °C of the parts when a coat begins.
      # @param minute [Numeric]
      def tins_at(minute)
        (tins_c || room.at(minute)).to_f.round(1)
      end
    end

    # What of the shop a plan hangs on. sheets: all that could be taken instead; own: Work::Own.
    Shop = Value.define(sheets: [].freeze, own: Work::Own.new)
  end
end
