# frozen_string_literal: true

require_relative "../../core_helper"

class HoursTest < CoreTest
  START = [2026, 11, 24, 9].freeze # a Tuesday

  def hours(text = "07:00-12:00, 12:30-17:00", start: Time.local(*START), **more)
    Plan::Hours.read(text, start: start, **more)
  end

  def test_work_is_put_where_it_fits_in_one_go
    assert_in_delta 0, hours.fit(0, 60), 1e-9
    assert_in_delta 210, hours.fit(170, 20), 1e-9 # 11:50 does not leave 20 minutes before noon
    assert_in_delta 22 * 60, hours.fit(0, 290), 1e-9 # only a whole morning is long enough
    assert_nil hours.fit(0, 301)
    assert hours.open?(0, 180)
    refute hours.open?(170, 215)
  end

  def test_days_off_are_left_out
    saturday = hours(days_off: "Sat Sun 2026-11-25")

    assert_in_delta 46 * 60, saturday.fit(480, 60), 1e-9 # Tuesday is over, Wednesday is off
    assert_in_delta ((5 * 24) + 22) * 60, saturday.fit(((3 * 24) + 8) * 60, 60), 1e-9 # Friday 17:00 to Monday
  end

  def test_what_is_taken_is_left_alone
    busy = hours(taken: [[0, 90]])

    assert_in_delta 90, busy.fit(0, 60), 1e-9
    refute busy.open?(80, 100)
  end

  def test_bands_that_cannot_be_are_refused
    ["", "17:00-07:00", "07:00", "25:00-26:00", "07:00-12:00, 11:00-13:00", "07:75-08:00", "x" * 500, "07:00-07:00", "NaN-Inf"]
      .each { |text| assert_refused("hours") { hours(text) } }
    ["Foo", "Mon Tue Wed Thu Fri Sat Sun", "2026-02-30", "Sat " * 100].each { |text| assert_refused("days_off") { hours(days_off: text) } }
    assert_in_delta 0, hours("24 h").fit(0, 1440), 1e-9
  end

  def test_the_night_the_clocks_change_is_an_hour_shorter_or_longer
    zone = ENV.fetch("TZ", nil)
    ENV["TZ"] = "Europe/Berlin"
    # In 2026 the clocks go forward on 29 March and back on 25 October, both Sundays.
    spring = hours("07:00-17:00", start: Time.local(2026, 3, 28, 17))
    autumn = hours("07:00-17:00", start: Time.local(2026, 10, 24, 17))
    plain = hours("07:00-17:00", start: Time.local(2026, 6, 6, 17))

    assert_equal([13.0, 14.0, 15.0], [spring, plain, autumn].map { |one| one.fit(1, 60) / 60 })
  ensure
    ENV["TZ"] = zone
  end
end
