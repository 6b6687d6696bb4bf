# frozen_string_literal: true

require_relative "../../app_helper"

# Times that a data sheet tells as a range stay one.
class RangesTest < AppTest
  include PlanHelp

  RANGED = { "resin" => "Ranged", "hardener" => "slow", "ratio_by" => "weight", "ratio_resin" => "100", "ratio_hardener" => "30",
             "purposes" => ["coat"] }.freeze

  def keep(**fields)
    get "/shelf"
    address = page[%r{href="(/shelf/(?:new|sheets/new)[^"]*)"}, 1]
    get address
    typed = page.scan(/name="([a-z_0-9]+)"/).flatten.uniq
    action = page[%r{<form[^>]*action="(/shelf[^"]*)"}, 1]
    post action, { "authenticity_token" => hidden("authenticity_token"), "units_on_page" => hidden("units_on_page") }.compact
      .merge(RANGED, fields.transform_keys(&:to_s))
    assert_empty fields.keys.map(&:to_s) - typed
    Stores::Sheet.find_by(resin: "Ranged")
  end

  def test_mixing_for_eight_to_ten_minutes_is_kept_shown_and_judged_as_that
    sheet = keep(mix_cup_min: "8-10 min", pot_life_min: "30 to 45", pot_mass_g: "100", reference_temp_c: "23 C", recoat_opens: "3-5 h")

    assert sheet, page.scan(/class="wrong"[^>]*>([^<]*)/).inspect
    assert_equal({ "mix_cup_min" => [8.0, 10.0], "pot_life_min" => [30.0, 45.0] }, sheet.ranges)
    assert_in_delta 10, sheet.mix_cup_min, 1e-9
    assert_in_delta Math.sqrt(30 * 45), sheet.pot_life_min, 1e-9
    form = Document::SheetForm.of(sheet, "metric")

    assert_equal "8–10 min", form.typed["mix_cup_min"]
    assert_equal "30–45 min", form.typed["pot_life_min"]
    path = new_job(sheet: sheet.id.to_s, length: "500", width: "300", film: "0.2")
    get path

    assert_includes words, "mix 8–10 min"
    get "/paper/#{path[/\d+/]}?cards=1"
    mixing = Stores::Shelf.finder.call(sheet.id.to_s).mixing

    assert_in_delta 8, mixing.least_minutes(200), 1e-9
    assert_in_delta 12, mixing.least_minutes(20_000), 1e-9
    assert_in_delta 15, mixing.minutes(20_000), 1e-9
  end

  def test_a_range_the_wrong_way_round_is_refused_at_its_field
    assert_nil keep(mix_cup_min: "10-8 min", pot_life_min: "30", pot_mass_g: "100", reference_temp_c: "23")
    assert_includes words, "must have its early figure first"
  end

  # "Tacky after 75 min at 22 °C" is a statement: 75 ÷ 1.9 is how long it can likely be worked.
  def test_a_stage_alone_tells_how_fast_it_is
    sheet = keep(recoat_opens: "75 min", reference_temp_c: "22 C", full: "overnight")

    assert sheet, page.scan(/class="wrong"[^>]*>([^<]*)/).inspect
    assert_equal [480.0, 960.0], sheet.stages["full"]
    core = Stores::Shelf.finder.call(sheet.id.to_s)

    assert_in_delta 75 / 1.9, core.mix.reaction.working_min, 1e-6
    assert_operator core.mix.calibration.sd_of(:working_min), :>, 0.4
    path = new_job(sheet: sheet.id.to_s, length: "500", width: "300", film: "0.2")
    get path

    assert_includes words, "mix in all"
    keep(resin: "Bare")

    assert_predicate Stores::Shelf.core(Stores::Sheet.find_by!(resin: "Bare")), :silent?
  end
end
