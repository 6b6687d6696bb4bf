# frozen_string_literal: true

require_relative "../app_helper"

# Figures that can all be, at the ends of what is allowed: the page answers, with bounded work, whatever they are.
class ExtremesTest < AppTest
  by_turns :test_every_plan_that_can_be_asked_for_is_answered

  ROUNDS = ENV["DAKREN_LONG"] ? 600 : 25
  MOST_WORK = 3_000_000

  def extreme(low, high)
    pick([low, high, low * 1.001, high * 0.999, Math.exp(between(Math.log([low, 1e-9].max), Math.log(high)))]).round(4)
  end

  def fields
    { "shape" => pick(Document::Fields::SHAPES.keys - %w[polygon strip outline]), "length" => extreme(0.5, 1e6).to_s,
      "width" => extreme(0.5, 1e6).to_s,
      "diameter" => extreme(0.5, 1e6).to_s, "hole" => extreme(0.5, 1e6).to_s, "side_a" => extreme(1, 1e5).to_s,
      "side_b" => extreme(1, 1e5).to_s,
      "side_c" => extreme(1, 1e5).to_s, "sides" => pick([3, 6, 60]).to_s, "film" => extreme(0.005, 500).to_s,
      "film_unit" => pick(%w[mm micron g/m2]),
      "room" => between(-40, 120).round.to_s, "tins" => between(-40, 120).round.to_s, "room_mode" => pick(%w[steady wave]),
      "night" => between(-40, 20).round.to_s,
      "day" => between(20, 120).round.to_s, "surface" => pick(Work::Drink::SURFACES.keys), "spread" => pick(Work::Drink::TOOLS.keys),
      "heat_known" => pick(%w[yes no]),
      "method" => pick(["scale", "graduated", *Stores::Tool.ids.map { |id| "tool-#{id}" }]),
      "cup" => pick(["auto", *Plan::USUAL_TRAYS.map(&:name), "50 ml cup"]),
      "sheet" => pick(Stores::Sheet.ids).to_s }
  end

  def test_every_plan_that_can_be_asked_for_is_answered
    path = new_job
    ROUNDS.times do
      asked = fields
      submit path, job_fields.merge(asked)
      done = work { get path }
      assert_equal 200, last_response.status, asked.inspect
      assert_operator done, :<, MOST_WORK, asked.inspect
      get "/"
      assert_equal 200, last_response.status, asked.inspect
    end
  end
end
