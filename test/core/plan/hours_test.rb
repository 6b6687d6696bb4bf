# frozen_string_literal: true

require_relative "../../core_helper"

class HoursTest < CoreTest
  START = [2026, 11, 24, 9].freeze # a Tuesday

  def hours(text = "07:00-12:00, 12:30-17:00", start: Time.local(*START), **more)
    Plan::Hours.read(text, start: start, **more)
  end

  # Round the clock a coat goes on through midnight, and ends where a day off begins.
  def test_round_the_clock_goes_on_through_midnight
    late = Plan::Hours.read("24 h", days_off: "Sun", start: Time.utc(2026, 11, 26, 23, 57))

    assert_in_delta 0.0, late.fit(0, 600)
    assert late.open?(0, 2880)
    # Until Saturday midnight.
    assert_in_delta 2883.0, late.until_shut(0)
    assert_in_delta 2883.0 + 1440, late.fit(2880, 10)
    assert_in_delta 2873.0, late.last_fit(4000, 10, 0)
    joined = Plan::Hours.read("07:00-12:00, 12:00-17:00", days_off: "Sat Sun", start: Time.utc(2026, 11, 26, 7))

    assert_in_delta 0.0, joined.fit(0, 600)
    assert_nil joined.fit(0, 601)
    { ["24 h", "Sun"] => 6 * 1440, ["24 h", "Sat Sun"] => 5 * 1440, ["24 h", "Wed Sun"] => 3 * 1440,
      ["07:00-12:00, 12:00-17:00", ""] => 600,
      ["22:00-24:00, 00:00-06:00", ""] => 480, ["07:00-12:00, 12:30-17:00", "Sat"] => 300 }.each do |(bands, off), minutes|
      assert_in_delta minutes, Plan::Hours.read(bands, days_off: off, start: Time.utc(2026, 11, 26, 7)).longest_min, 1e-6, bands
    end
    assert_predicate Plan::Hours.read("24 h", days_off: "2026-12-24", start: Time.utc(2026, 11, 26, 7)).longest_min, :infinite?
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
