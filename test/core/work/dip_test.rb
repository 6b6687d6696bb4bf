# frozen_string_literal: true

require_relative "../../core_helper"

# Small parts dipped and tumbled: the film on all of them, what drips off, what the basket keeps.
class DipTest < CoreTest
  def parts(area_mm)
    Work::Place.new(name: "knobs", sort: :surface, shape: Geometry::Rectangle.new(length_mm: area_mm, width_mm: 100))
  end

  def need(**figures)
    Work::Sizing.new(Work::Kinds::ALL.fetch(:dip), [parts(2000)], figures, density_g_ml: 1.1).need
  end

  # 0.2 m² at 0.1 mm are 20 ml; a quarter of it drips off; the drum keeps 30 g.
  def test_dipping_by_hand
    found = need(soak: 30)

    assert_equal 20, found.line(:work).value
    assert_equal 5, found.line(:drip).value
    assert_equal [30, :g], [found.line(:soak).value, found.line(:soak).unit]
    assert_nil need.line(:soak)
    assert_equal 10, need(drip: 50).line(:drip).value
  end

  def test_what_drips_off_grows_with_the_film_and_its_share
    chance = Random.new(Minitest.seed)
    100.times do
      film = chance.rand(0.02..2.0).round(3)
      share = chance.rand(0..300)
      found = need(film: Work::Cover.new(film_mm: film), drip: share)

      assert_in_delta 0.2 * film * 1000 * share / 100, found.line(:drip).value.to_f, 1e-6
    end
  end

  # Everything declared of a kind of work is of something there is.
  def test_each_kind_of_work_is_whole
    Work::Kinds::ALL.each do |name, kind|
      assert_equal name, kind.name
      assert_empty kind.inputs - Work::Kinds::INPUTS.keys, name
      assert_empty kind.defaults.keys - kind.inputs, name
      assert_empty kind.steps - Plan::WorkSteps::ALL.keys, name
      assert_includes Work::Kinds::PLACES.keys, kind.on
      assert_equal kind.placing.rate.nil?, (kind.placing.by == :fill)
      assert kind.need || Work::Sizing.method_defined?(:"need_#{kind.rule}"), name
    end
  end
end
