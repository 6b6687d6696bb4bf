# frozen_string_literal: true

require "minitest/autorun"
require_relative "turns"
require_relative "../core/dakren"

# What the core's tests share: invented sheets, chance that can be repeated, closeness in percent.
module CoreHelp
  # Chance that follows Minitest's seed, so that a failure can be run again.
  def chance
    @chance ||= Random.new(Minitest.seed + name.sum)
  end

  def between(low, high)
    low + (chance.rand * (high - low))
  end

  def pick(list)
    list[chance.rand(list.size)]
  end

  def assert_share(expected, actual, share, what = nil)
    assert_in_delta expected, actual, expected.abs * share, what
  end

  # How often chance is tried: each run with its own, and all of it with bin/test --long.
  def rounds(many)
    ENV["DAKREN_LONG"] ? many : [many / 4, 1].max
  end

  # How much was done, as objects made: the same on a slow machine, and on a busy one.
  # @return [Integer]
  def work
    before = GC.stat(:total_allocated_objects)
    yield
    GC.stat(:total_allocated_objects) - before
  end

  # A complaint that names its field.
  def assert_refused(field, *words, &)
    error = assert_raises(Dakren::InputError, &)
    assert_equal field.to_s, error.field
    words.each { |word| assert_includes error.message, word }
    error
  end

  def slow_clock(**changes)
    Dakren::Cure::Clock.new(reference_temp_c: 25, pot_life_min: 50, pot_mass_g: 100, working_min: 120, heat_j_g: 420, **changes)
  end

  # A reaction with every number usual, 120 min at 25 °C.
  def slow_reaction(**changes)
    Dakren::Cure::Reaction.new(reference_temp_c: 25.0, working_min: 120.0, conversion_at_end: 0.4, loss_factor: 3.5, heat_j_g: 340.0,
      activation_kj_mol: 54.0, autocatalysis: 0.1, **changes)
  end

  def random_clock
    working = between(15, 400)
    Dakren::Cure::Clock.new(reference_temp_c: between(18, 27), working_min: working, pot_life_min: working * between(0.3, 0.9),
      pot_mass_g: between(50, 300), heat_j_g: between(200, 480), activation_kj_mol: between(45, 70),
      mixed_density_g_ml: between(1.0, 1.6))
  end

  def ratio(by: :volume, resin: 2, hardener: 1, densities: [1.14, 0.99])
    Dakren::Measure::Ratio.new(by: by, resin: resin, hardener: hardener, resin_density_g_ml: densities[0],
      hardener_density_g_ml: densities[1])
  end

  def coating(ratio: self.ratio, **changes)
    Dakren::Sheet.new(resin: "Clear", hardener: "slow", ratio: ratio,
      clock: { reference_temp_c: 23, pot_life_min: 28, pot_mass_g: 150, working_min: 55, heat_j_g: 380, activation_kj_mol: 58 },
      stages: { recoat_opens: [150, 210], recoat_closes: [480, 720], sandable: [960, 1320], full: [8640, 11_520] },
      lowest_c: 16, highest_c: 30, purposes: [:coat], mixing: Dakren::Mixing.new(cup_min: 4, pail_min: 12), **changes)
  end

  def order(**changes)
    Dakren::Plan::CoatOrder.coat(outline: Dakren::Geometry::Rectangle.new(length_mm: 2400, width_mm: 900),
      cover: Dakren::Work::Cover.new(film_mm: 0.3),
      sheet: coating, room: Dakren::Cure::Profile.constant(20), tins_c: 20, **changes)
  end
end

class CoreTest < Minitest::Test
  extend Turns
  include Dakren
  include CoreHelp
end
