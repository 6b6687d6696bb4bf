# frozen_string_literal: true

require_relative "../../core_helper"

class FreeTimeTest < CoreTest
  START = Time.local(2026, 11, 24, 7)

  def random_hours
    from = 360 + (chance.rand(8) * 30)
    noon = from + 120 + (chance.rand(6) * 30)
    evening = noon + 60 + (chance.rand(10) * 30)
    text = [[from, noon], [noon + 30, evening]].map { |a, b| format("%02d:%02d-%02d:%02d", *a.divmod(60), *[b, 1440].min.divmod(60)) }.join(", ")
    Line::Hours.read(text, days_off: pick(["", "Sun", "Sat Sun", "2026-11-25"]), start: START, taken: pick([[], [[30, 90], [200, 260]]]))
  end

  def test_the_first_fit_is_open_and_nothing_before_it_is
    25.times do
      hours = random_hours
      from = between(-300, 4000)
      length = between(5, 90)
      at = hours.fit(from, length)

      assert_operator at, :>=, from - 1e-9
      assert hours.open?(at, at + length)
      15.times do
        earlier = between(from, at)

        refute hours.open?(earlier, earlier + length) if earlier < at - 0.01
      end
    end
  end

  def test_the_last_fit_is_open_and_nothing_after_it_is
    25.times do
      hours = random_hours
      by = between(1000, 5000)
      length = between(5, 90)
      at = hours.last_fit(by, length, 0) or next

      assert_operator at, :<=, by + 1e-9
      assert hours.open?(at, at + length)
      later = at + 1 + (chance.rand * (by - at - 1))

      refute hours.open?(later, later + length) if later < by - 0.01 && later > at + 0.01
    end
  end

  def test_what_is_drawn_adds_up_to_what_is_open
    hours = Line::Hours.read("07:00-12:00, 12:30-17:00", days_off: "Sat Sun", start: START)
    week = hours.open_until(7 * 1440)

    assert_in_delta 5 * 570, week.sum { |from, to| to - from }, 1e-6
    assert_in_delta 300, hours.longest_min, 1e-9
    assert_in_delta 60, hours.until_shut(240), 1e-9
    assert_in_delta 0, hours.until_shut(310), 1e-9
  end
end

class LargestBatchTest < CoreTest
  def cutter(**more)
    Batch::Cutter.new(coating, start_c: 22, room_c: 22, placing_g_per_min: 90, **more)
  end

  def test_the_largest_batch_is_in_time_and_a_little_more_is_not
    [18, 22, 26, 30].each do |temp|
      cut = Batch::Cutter.new(coating, start_c: temp, room_c: temp, placing_g_per_min: 90)
      largest = cut.largest

      assert cut.in_time?(largest)
      more = cut.portion(largest.on_work_g * Rational(103, 100))

      refute more && cut.in_time?(more), "at #{temp}"
    end
  end

  def test_it_shrinks_as_it_gets_warmer
    sizes = [16, 20, 24, 28, 32].map { |temp| Batch::Cutter.new(coating, start_c: temp, room_c: temp, placing_g_per_min: 90).largest.mass_g }

    assert_equal sizes.sort.reverse, sizes
  end

  def test_a_tool_that_takes_little_makes_more_cups
    free = cutter.cut(2000)
    scale = cutter(most_g: 300).cut(2000)

    assert_operator scale.size, :>, free.size
    scale.each { |portion| assert_operator portion.mass_g, :<=, 300 }
    assert_operator cutter(most_g: 300).largest.mass_g, :<=, 300
    assert_equal 2000, scale.sum(&:on_work_g)
  end

  def test_a_hint_changes_no_answer
    20.times do
      need = between(50, 9000)
      right = cutter.cut(need)

      [1, 2, right.size, right.size + 1, 40].each { |hint| assert_equal right.size, cutter.cut(need, hint: hint).size }
    end
  end
end

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
    assert_in_delta 24, Line::CoatPlan.new(order(room: room)).order.room_c, 1e-9
  end

  def test_what_was_measured_counts_whatever_was_thought
    room = Cure::Profile.constant(25).held(0, 600, 12)

    assert_in_delta 12, room.at(300), 1e-9
    assert_in_delta 25, room.at(700), 1e-9
    assert_in_delta 25, room.warmest(0, 2000), 1e-9
  end
end

class WorkCautionsTest < CoreTest
  def cautions(kind, powder: nil)
    need = Size::Need.new(lines: [Size::NeedLine.new(name: :work, label: "on the work", value: 200r, unit: :g)], area_mm2: 1e6, film_mm: 0.2r, powder: powder)
    Care::CoatCautions.new(Line::CoatPlan.new(Line::CoatOrder.new(need: need, sheet: coating, room: Cure::Profile.constant(20), tins_c: 20, kind: kind))).all
  end

  def test_each_kind_of_work_tells_what_can_hurt
    Care::OF_WORK.each_key do |kind|
      assert_includes Size::Kinds::ALL.keys, kind
      cautions(kind).select { |caution| caution.at == :work }.then do |told|
        refute_empty told, kind
        told.each { |caution| refute_empty caution.first }
      end
    end
    assert(cautions(:floor).any? { |caution| caution.says.include?("drinking water") })
    assert(cautions(:scarf).any? { |caution| caution.first.include?("surveyor") })
  end

  def test_powder_brings_its_dust
    Size::Filler::POWDERS.each_value do |powder|
      dust = cautions(:fillet, powder: [powder, 6.0]).find { |caution| caution.says.include?(powder.dust) }

      assert_includes dust.first, "mask"
    end
    assert_empty(cautions(:coat).select { |caution| caution.says.include?("powder") })
  end
end
