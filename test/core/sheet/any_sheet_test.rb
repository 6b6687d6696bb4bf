# frozen_string_literal: true

require_relative "../../core_helper"

# Sheets of any figures, most of them at their limits: each has an answer, or a sentence that names what cannot be.
class AnySheetTest < CoreTest
  SHEETS = ENV["DAKREN_LONG"] ? 300 : 14
  LIMITS = Cure::Clock::LIMITS.transform_values(&:first)
  COLD_AND_HOT = [-40, -39, -5, 0, 5, 20, 100, 120].freeze

  def figure(range)
    low = range.begin.to_f
    high = range.end.to_f
    least = [low, 1e-3].max
    [low, high, chance.rand(low..high), least * ((high / least)**chance.rand)].sample(random: chance)
  end

  def numbers
    told = LIMITS.select { chance.rand < 0.4 }.transform_values { |range| figure(range) }
    chance.rand < 0.7 ? told.merge(reference_temp_c: COLD_AND_HOT.sample(random: chance)) : told
  end

  def sheet(clock)
    Sheet.new(resin: "R", hardener: "h", ratio: ratio(by: :weight, resin: 100, hardener: [1, 12.5, 50, 100].sample(random: chance)),
      clock: clock, stages: chance.rand < 0.5 ? {} : { recoat_opens: [chance.rand(1..5000)] * 2 })
  end

  def test_any_figures_have_an_answer_or_a_named_reason
    SHEETS.times do
      clock = numbers
      begin
        made = sheet(clock)
        made.mix.usable_band(mass_g: [1, 100, 5000].sample(random: chance), start_c: 20, room_c: [-10, 20, 40].sample(random: chance),
          diameter_mm: 80)
        band = StageTimes.new(made, room: Cure::Profile.constant([-20, 5, 20, 60].sample(random: chance))).working
        assert(band.early.nil? || band.late.nil? || band.early <= band.late, clock.inspect)
      rescue InputError, NotSolved => e
        refute_empty e.message, clock.inspect
      end
    end
  end

  # What a fuzz of cold reference temperatures found: a first step that led nowhere was gone on from.
  def test_a_deep_slow_mix_that_was_once_our_failure
    clock = { reference_temp_c: 0, working_min: 86_000.0, pot_life_min: 6.4116116485808226, pot_mass_g: 100_000.0,
              max_depth_mm: 481.6176464099934, activation_kj_mol: 21.84292156863603, inert_share: 0.056541582195542485 }
    begin
      assert sheet(clock)
    rescue InputError, NotSolved => e
      refute_empty e.message
    end
  end
end
