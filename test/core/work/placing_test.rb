# frozen_string_literal: true

require_relative "../../core_helper"

# How long it takes to lay a coat, by what the work is measured in.
class PlacingTest < CoreTest
  G = Geometry

  def surface(shape)
    Work::Place.new(name: "it", sort: :surface, shape: shape)
  end

  def pace(kind, place, figures = {}, own: Work::Own.new, people: 1)
    sizing = Work::Sizing.new(Work::Kinds::ALL.fetch(kind), [place], figures, density_g_ml: 1.1, own: own)
    sizing.pace(sizing.need, people: people)
  end

  def floor(**more)
    pace(:floor, surface(G::Rectangle.new(length_mm: 8000, width_mm: 5000)), { film: Work::Cover.new(film_mm: 0.25), **more })
  end

  # 40 m²: roller 20 m² an hour, spreader 30, a 100 mm roller 12, brush 8.
  def test_floors_by_tool
    assert_in_delta 120, floor.whole_min
    assert_in_delta 80, floor(spread: "spreader").whole_min
    assert_in_delta 200, floor(spread: "small_roller").whole_min
    assert_in_delta 300, floor(spread: "brush").whole_min
    assert_in_delta 60, floor(pace: 40).whole_min
    assert_equal :told, floor(pace: 40).whose
  end

  def test_more_hands_are_faster_in_proportion
    alone = floor

    assert_in_delta alone.whole_min / 3, alone.with(people: 3).whole_min
  end

  # A column 500 across and 2 m high is 3.1416 m²; round, so 6 m² an hour: 31.4 min.
  def test_a_curved_surface_is_slow
    found = pace(:coat, surface(G::CylinderSide.new(diameter_mm: 500, height_mm: 2000)), { film: Work::Cover.new(film_mm: 0.2) })

    assert_in_delta 31.416, found.whole_min, 0.001
    assert_equal :curved, found.whose
  end

  # 1.5 m² of four plies are 6 m² of cloth, at 3 an hour two hours.
  def test_cloth_goes_by_the_ply
    found = pace(:laminate, surface(G::Rectangle.new(length_mm: 1500, width_mm: 1000)), { cloths: [[300, 4, ""]] })

    assert_in_delta 120, found.whole_min
  end

  # 5 m of fillet at 20 m an hour: 15 min.
  def test_fillets_go_by_the_metre
    joint = Work::Place.new(name: "it", sort: :joint, shape: G::Joint.new(length_mm: 5000))

    assert_in_delta 15, pace(:fillet, joint, { radius: 8 }).whole_min
  end

  # Three holes at 60 an hour: 3 min.
  def test_fills_go_by_the_hole
    hole = G::Placed.new(shape: G::Circle.new(diameter_mm: 20), count: 3, step_mm: [50.0, 0.0])
    void = Work::Place.new(name: "it", sort: :void, shape: G::Void.new(G::Region.new([hole]), depth_mm: 10))

    assert_in_delta 3, pace(:fill, void, { powder: "none" }).whole_min
  end

  # A void of 2 litres at 1.1 g/ml is 2200 g: 3.67 min at 600 g a minute.
  def test_pours_go_by_the_gram
    void = Work::Place.new(name: "it", sort: :void,
      shape: G::Void.new(G::Region.new([G::Placed.new(shape: G::Rectangle.new(length_mm: 500, width_mm: 200))]), depth_mm: 20))

    assert_in_delta 3.667, pace(:cast, void).whole_min, 0.001
  end

  # The front stood at 300 mm after 4 min: 4 ÷ 0.09 = 44.4 min/m², 900 mm are full after 36 min. Two pots: the first quarter of the time,
  # and the last three quarters.
  def test_an_infusion_takes_as_long_as_it_fills
    place = surface(G::Rectangle.new(length_mm: 1800, width_mm: 600))
    noted = pace(:infusion, place, { cloths: [[300, 4, ""]], distance: 900, front: [[4, 300]] })

    assert_in_delta 36, noted.whole_min
    assert_in_delta 27, noted.minutes(0.5)
    assert_equal :noted, noted.whose
    assert_in_delta 25, pace(:infusion, place, { cloths: [[300, 4, ""]], fills: 25 }).whole_min
    assert_equal :guessed, pace(:infusion, place, { cloths: [[300, 4, ""]] }).whose
  end

  def test_the_shop_s_own_figures_come_first_and_what_was_told_before_them
    own = Work::Own.new({ [:pace, "floor"] => [25.0, 4] })
    place = surface(G::Rectangle.new(length_mm: 8000, width_mm: 5000))
    film = { film: Work::Cover.new(film_mm: 0.25) }

    usual = pace(:floor, place, film).rate

    assert_in_delta 60 * 40 / (((3 * usual) + (4 * 25.0)) / 7), pace(:floor, place, film, own: own).whole_min, 0.1
    assert_equal [:shop, 4], pace(:floor, place, film, own: own).to_h.values_at(:whose, :count)
    assert_in_delta 60, pace(:floor, place, { **film, pace: 40 }, own: own).whole_min
    by_the_gram = Work::Own.new({ [:rate, "floor"] => [500.0, 2] })

    assert_equal :mass, pace(:floor, place, film, own: by_the_gram).measure.name
    assert_in_delta 40 * 0.25 * 1000 * 1.1 / 500, pace(:floor, place, film, own: by_the_gram).whole_min, 5
  end

  # The usual value is worth three of the shop's own: one wild weighing moves it by a quarter.
  def test_the_running_mean_begins_with_what_is_usual
    own = ->(mean, count) { Work::Own.new({ [:soak, "roller"] => [mean, count] }).of(:soak, "roller") }

    assert_in_delta 75.0, own.call(120.0, 1).beside(60)
    assert_in_delta 90.0, own.call(120.0, 3).beside(60)
    assert_in_delta 119.0, own.call(120.0, 177).beside(60)
    assert_in_delta 120.0, own.call(120.0, 1).beside(nil)
    place = surface(G::Rectangle.new(length_mm: 300, width_mm: 300))
    figures = { powder: "silica", grade: "spreadable" }
    folded = ->(means) { Work::Sizing.new(Work::Kinds::ALL.fetch(:bond), [place], figures, density_g_ml: 1.1, own: Work::Own.new(means)).folded_after }

    assert_equal 1, folded.call({})
    assert_in_delta 1.5, folded.call({ [:fold, "powder"] => [2.0, 3] })
  end

  # However it is cut, the parts of a coat take together at least as long as the whole.
  def test_parts_add_up
    chance = Random.new(Minitest.seed)
    200.times do
      measure = Work::Placing::BY.values.sample(random: chance)
      pace = Work::Pace.new(measure: measure, amount: chance.rand(0.1..5000.0), rate: chance.rand(0.1..100.0), whose: :usual,
        people: chance.rand(1..4))
      parts = chance.rand(1..12)

      assert_operator pace.minutes(1.0 / parts) * parts, :>=, pace.whole_min * 0.999999
      assert_in_delta pace.whole_min, pace.minutes(1), 1e-9 * pace.whole_min
    end
  end
end
