# frozen_string_literal: true

require_relative "../../app_helper"

# Coverage as tins print it holds the maker's own losses: nothing is added on top, and whole packs come out as a painter counts them.
class PrintedCoverageTest < AppTest
  include PlanHelp

  def floor(pack:, **fields)
    sheet = Stores::Sheet.find_by!(resin: "Granite floor 210")
    sheet.update!(properties: sheet.properties.merge("pack_ml" => pack))
    new_job("c1-kind" => "floor", sheet: sheet.id.to_s, room: "20", **fields)
  end

  def batches(path)
    desk(path).coats.map { |coat| coat.plan.batches.size }
  end

  # 600 sq ft at 120 sq ft a kit are five kits, with a roller, bare concrete and pails that keep what they keep.
  def test_five_kits_for_600_square_feet_at_120
    ["120 sq ft/kit", "120 sq ft a kit", "120 ft2 per kit", "120 sqft/pack"].each do |film|
      path = floor(pack: 4000, length: "30 ft", width: "20 ft", film: film, "c1-surface" => "concrete_bare", "c1-spread" => "roller")

      assert_equal [5], batches(path), "#{film} #{desk(path).problems.map(&:says)}"
      need = desk(path).coats.first.plan.order.need
      assert_equal [:work], need.lines.map(&:name), "nothing soaked in or left in the roller on top"
      assert_in_delta 20_000, need.millilitres(1.4).to_f, 0.01
      assert_in_delta 0, desk(path).coats.first.plan.amounts.kept_g.to_f, 1e-9
    end
  end

  # 102 m² twice at 50 m² a pack: each coat 2.04 packs, so two, 2 % thinner; four in all.
  def test_four_packs_for_102_square_metres_twice_at_50
    path = floor(pack: 10_000, length: "12 m", width: "8.5 m", film: "50 m2/pack", "c1-coats" => "2")

    assert_equal 4, batches(path).sum, desk(path).problems.map(&:says).inspect
  end

  # A seal coat told in fl oz a square foot already is the soak: 10 sq ft at 2 fl oz are 20 fl oz.
  def test_a_rule_of_thumb_for_a_seal_coat_is_the_soak
    path = new_job("c1-kind" => "seal", length: "5 ft", width: "2 ft", film: "2 fl oz/ft2", "c1-surface" => "softwood",
      "c1-spread" => "brush")
    need = desk(path).coats.first.plan.order.need

    assert_equal [:work], need.lines.map(&:name)
    assert_in_delta 20 * 29.5735295625, need.millilitres(1.1).to_f, 0.001
  end

  def test_bad_coverage_is_told
    { "0 sq ft/kit" => "must be above 0 sq ft/kit", "-5 m2/pack" => "must be above 0",
      "NaN sq ft/kit" => "must be a number" }.each do |film, says|
      path = floor(pack: 4000, length: "2 m", width: "1 m", film: film)
      get path

      assert_includes words, says, film
    end
  end
end
