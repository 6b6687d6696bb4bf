# frozen_string_literal: true

require_relative "../../core_helper"

class FreeTimeTest < CoreTest
  START = Time.local(2026, 11, 24, 7)

  def random_hours
    from = 360 + (chance.rand(8) * 30)
    noon = from + 120 + (chance.rand(6) * 30)
    evening = noon + 60 + (chance.rand(10) * 30)
    text = [[from, noon], [noon + 30, evening]].map { |a, b| format("%02d:%02d-%02d:%02d", *a.divmod(60), *[b, 1440].min.divmod(60)) }
      .join(", ")
    Plan::Hours.read(text, days_off: pick(["", "Sun", "Sat Sun", "2026-11-25"]), start: START, taken: pick([[], [[30, 90], [200, 260]]]))
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
    hours = Plan::Hours.read("07:00-12:00, 12:30-17:00", days_off: "Sat Sun", start: START)
    week = hours.open_until(7 * 1440)

    assert_in_delta 5 * 570, week.sum { |from, to| to - from }, 1e-6
    assert_in_delta 300, hours.longest_min, 1e-9
    assert_in_delta 60, hours.until_shut(240), 1e-9
    assert_in_delta 0, hours.until_shut(310), 1e-9
  end
end
