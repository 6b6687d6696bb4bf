# frozen_string_literal: true

require_relative "../../plan_helper"

# Coats that fall into an hour too cold or too warm for their sheet.
class UnfitHoursTest < PlacedTest
  def planned(room, text: "07:00-17:00", known: false, coats: 1, not_before: {})
    place = Work::Place.new(name: "top", sort: :surface, shape: Geometry::Rectangle.new(length_mm: 900, width_mm: 500))
    task = Plan::Task.new(id: "c1", kind: Work::Kinds::ALL.fetch(:coat), places: [place], place_ids: ["p1"], sheet: exact_sheet,
      figures: { film: Work::Cover.new(film_mm: 0.2) }, coats: coats, known: known, not_before: not_before)
    Plan.of(Plan::Job.new(tasks: [task], room: room, hours: hours(text, days_off: "")))
  end

  # Minute 0 is 07:00.
  def wave(low, high)
    Cure::Profile.daily_wave(low_c: low, high_c: high, start_minute_of_day: 420, days: 20)
  end

  # 10 to 20 °C, warmest at 15:00: 16 °C is 5 h 14 before that, at 09:46.
  def test_the_coat_is_named_and_the_hour_from_which_it_may_go_on
    room = wave(10, 20)
    told = planned(room).task("c1")

    assert_empty told.coats
    assert_equal([:cold], told.refusals.map(&:name))
    assert_equal [1, 1], [told.unfit.coat.number, told.unfit.coat.section]
    assert_in_delta 0, told.unfit.coat.from_min, 1
    assert_equal "09:50", (START + (told.unfit.fit_from * 60)).strftime("%H:%M")
    later = planned(room, not_before: { [1, 1] => told.unfit.fit_from }).task("c1")

    assert_equal [1, []], [later.coats.size, later.refusals]
    assert_operator room.at(later.coats.first.from_min), :>=, 16
    assert_nil later.unfit
  end

  def test_who_knows_is_told_which_coat_it_is
    told = planned(wave(10, 20), known: true).task("c1")

    assert_equal 1, told.coats.size
    assert_equal 1, told.unfit.coat.number
  end

  def test_where_no_hour_suits_none_is_told
    assert_nil planned(Cure::Profile.constant(12)).task("c1").unfit.fit_from
    assert_nil planned(wave(12, 22), text: "05:00-07:30").task("c1").unfit.fit_from
    assert_nil planned(Cure::Profile.constant(23)).task("c1").unfit
  end

  # Whatever the room: the hour told suits, lies in the working hours, and no ten minutes before it would do.
  def test_no_sooner_hour_would_do
    60.times do
      room = wave(between(0, 18), between(18, 36))
      unfit = planned(room, coats: rand(1..2)).task("c1").unfit or next
      from = (unfit.coat.from_min / 10).floor * 10
      minutes = (1..144).map { |i| from + (i * 10.0) }
      long = unfit.coat.to_min - unfit.coat.from_min
      fits = minutes.find { |at| room.at(at).between?(16, 30) && hours("07:00-17:00", days_off: "").open?(at, at + long) }

      fits.nil? ? assert_nil(unfit.fit_from) : assert_equal(fits, unfit.fit_from)
    end
  end
end
