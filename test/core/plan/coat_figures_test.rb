# frozen_string_literal: true

require_relative "../../core_helper"

class CoatFiguresTest < CoreTest
  # Figures read back from the trail must be those shown: the arithmetic is the core's, not the page's.
  def test_every_figure_carries_arithmetic_that_ends_in_its_value
    figures = Plan::CoatFigures.new(Plan::CoatPlan.new(order))
    { area: :area, total_g: :total, kept_g: :kept }.each do |name, last|
      figure = figures.public_send(name)

      assert_equal figure.value.to_f, figure.working.last.parts.fetch(last).value.to_f, name
    end
    part = figures.cup_part(:resin_g)
    parts = part.working.last.parts

    assert_in_delta parts[:total].value * parts[:part].value / (parts[:a].value + parts[:b].value), part.value, 1e-9
  end

  def test_gaps_and_quantities_belong_together
    figures = Plan::CoatFigures
      .new(Plan::CoatPlan.new(order(sheet: coating(clock: { reference_temp_c: 23, pot_life_min: 28, working_min: 55 }))))
    all = %i[area kept_g total_g total_ml cups usable working].map { |name| figures.public_send(name) } +
      Cure::STAGE_NAMES.map { |name| figures.stage(name) } + %i[resin_g hardener_g resin_ml hardener_ml].flat_map do |name|
        [figures.total_part(name), figures.cup_part(name)]
      end

    all.flat_map(&:working).each do |line|
      assert_equal line.says.scan(/%\{(\w+)\}/).flatten.map(&:to_sym).uniq.sort, line.parts.keys.sort, line.says
    end
    assert(figures.usable.assumed.any? { |words| words.include?("activation energy 54 kJ/mol") })
    refute_predicate figures.stage(:wet), :known?
    assert(figures.stage(:demould).working.any? { |line| line.says.start_with?("usual for such mixes") })
  end
end
