# frozen_string_literal: true

require_relative "../../app_helper"

class WeighedTest < AppTest
  def weigh(what, value)
    get "/settings"
    post "/settings/weighed", { "authenticity_token" => hidden("authenticity_token"), "what" => what, "value" => value }
  end

  def test_the_shops_own_figures_replace_the_usual_ones
    path = new_job(surface: "softwood", spread: "roller")
    get path

    assert_includes words, "60 g stay in a 250 mm roller"
    weigh "soak:roller", "40 g"
    weigh "soak:roller", "50"
    weigh "drink:softwood", "100"
    get path

    # The usual 60 g and 80 g/m² are worth three of the shop's own.
    assert_includes words, "54 g stay in a 250 mm roller; the shop's own figure, 2 weighings"
    assert_includes words, "2.16 m² × 85 g/m² = 184 g; the shop's own figure, 1 weighing"
    submit path, job_fields(surface: "softwood", spread: "roller", drink: "10", "c1-soak" => "5")
    get path

    assert_includes words, "as typed, 5 g"
    get "/settings"
    post "/settings/weighed/forget", { "authenticity_token" => hidden("authenticity_token"), "sort" => "soak", "name" => "roller" }

    assert_in_delta 40, Stores::OwnFigure.of_shop.of(:soak, "roller").value, 1e-9
  end

  def test_a_shops_own_pace_changes_the_cups
    path = new_job
    cups = lambda {
      Document::JobDesk.new(Stores::Job.find(path[/\d+/]).document, sheets: Stores::Shelf.finder, own: Stores::OwnFigure.of_shop)
        .plan.batches.size
    }
    before = cups.call
    weigh "pace:coat", "2"
    40.times { Stores::OwnFigure.create!(sort: "pace", name: "coat", value: 2.0) }

    assert_operator cups.call, :>, before
  end

  # How long trimming a job took stands beside its step, is the shop's own, and is for other jobs: this one goes on as it was planned.
  def test_what_a_step_took_is_for_the_next_job
    lay = { sheet: sheet_id("Reedmark L20 laminating", "medium"), "c1-kind" => "laminate", "c1-steps" => ["", "trim"], "room" => "24",
            "c1-cloths" => { "0" => { "areal" => "300", "plies" => "2", "direction" => "" } } }
    path = new_job(**lay)
    submit path, { "c1-done_trim" => "2026-11-24T16:00" }
    get path

    assert_includes page, 'name="c1-took_trim"'
    { "0" => "Took must be from 0.1 to 1440 min", "1e309" => "too large", "abc" => "Took must be a number", "5 kg" => "does not fit" }
      .each do |typed, told|
      submit path, { "c1-took_trim" => typed }
      get path

      assert_match(/#{told}/, words, typed)
      assert_includes page, %(value="#{typed}")
    end
    submit path, { "c1-took_trim" => "34" }
    submit path, { "c1-took_trim" => "40 min" }

    assert_in_delta 40, Stores::OwnFigure.of_shop.of(:step, "trim").value, 1e-9
    assert_equal 1, Stores::OwnFigure.of_shop.of(:step, "trim").count
    trim = ->(job, own) { desk_of(job, own).schedule.entries.find { |entry| entry.name == :trim }.then { |one| one.to_min - one.from_min } }

    assert_in_delta 10, trim.call(path, Stores::OwnFigure.of_shop(except_job: path[/\d+/].to_i)), 1e-6
    # The usual ten minutes are worth three.
    assert_in_delta 17.5, trim.call(new_job(**lay), Stores::OwnFigure.of_shop), 1e-6
    submit path, { "c1-took_trim" => "" }

    assert_nil Stores::OwnFigure.of_shop.of(:step, "trim")
  end

  def desk_of(path, own)
    Document::JobDesk.new(Stores::Job.find(path[/\d+/]).document, sheets: Stores::Shelf.finder, own: own)
  end

  def test_noise_is_told_and_kept_out
    count = Stores::OwnFigure.count
    NOISE.each do |noise|
      weigh "soak:roller", noise

      assert_includes [303, 422], last_response.status
      weigh noise, "5"

      assert_equal 422, last_response.status
    end
    assert_operator Stores::OwnFigure.count - count, :<=, 2
  end
end
