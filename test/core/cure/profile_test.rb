# frozen_string_literal: true

require_relative "../../core_helper"

class HeldRoomTest < CoreTest
  def test_a_heater_never_cools_and_leaves_the_rest_alone
    25.times do
      room = Cure::Profile.daily_wave(low_c: between(5, 15), high_c: between(16, 30), days: 6)
      from = between(0, 3000)
      to = from + between(60, 2000)
      held = room.held(from, to, 21, least: true)

      30.times do
        minute = between(0, 8000)
        inside = minute.between?(from, to)

        assert_in_delta [21, room.at(minute)].max, held.at(minute), 1e-6 if inside
        assert_in_delta room.at(minute), held.at(minute), 1e-6 if minute < from - 20 || minute > to + 20
      end
    end
  end

  def test_a_spell_is_warm_from_its_first_minute
    room = Cure::Profile.constant(12).held(0, 600, 24, least: true)

    assert_in_delta 24, room.at(0), 1e-9
    assert_in_delta 24, room.at(600), 1e-9
    assert_in_delta 12, room.at(621), 1e-9
    assert_in_delta 24, Plan::CoatPlan.new(order(room: room)).order.room_c, 1e-9
  end

  def test_what_was_measured_counts_whatever_was_thought
    room = Cure::Profile.constant(25).held(0, 600, 12)

    assert_in_delta 12, room.at(300), 1e-9
    assert_in_delta 25, room.at(700), 1e-9
    assert_in_delta 25, room.warmest(0, 2000), 1e-9
  end
end
