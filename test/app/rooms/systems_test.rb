# frozen_string_literal: true

require_relative "../../app_helper"

# A resin system on its shelf: copied, in a new edition, retired, weighed for its densities, called otherwise.
class SystemsTest < AppTest
  def sheet
    Stores::Sheet.find_by!(resin: "Deepholm cast D50", edition: "")
  end

  def deed(record, name)
    submit "/stock/#{record.id}/deeds", { "deed" => name }, from: "/stock/#{record.id}"
  end

  def desk_job
    Stores::Job.find_by!(name: "Observation desk")
  end

  def test_a_new_edition_leaves_old_jobs_as_they_are
    old = sheet
    plan = -> { Stores::Planning.new(job_id: desk_job.id).desk_of(desk_job.document).coats.map { |coat| [coat.from_min, coat.plan.done_at] } }
    before = plan.call
    deed(old, "edition")

    assert_equal 303, last_response.status
    fresh = Stores::Sheet.find(last_response["location"][/\d+\z/])
    refute_equal old.id, fresh.id
    assert_match(/Deepholm cast D50 \+ cast, until \d+ \w+ \d{4}/, old.reload.name)
    fresh.update!(working_min: 300, calibration: nil)

    assert_equal before, plan.call
    get "/jobs/#{desk_job.id}"

    assert_match(/Deepholm cast D50 \+ cast, until .*, retired/, words)
    choices = Stores::Planning.new.sheet_choices.values.flatten(1).map(&:first)

    assert_includes choices, fresh.id.to_s
    refute_includes choices, old.id.to_s
    assert_equal 2, Stores::Tin.where(resin: "Deepholm cast D50").count, "the tins are of both"
    deed(fresh, "edition")

    assert_equal 3, Stores::Sheet.where(resin: "Deepholm cast D50").count
  end

  def test_an_earlier_edition_on_the_shelf_again_gets_no_new_edition_beside_the_one_that_holds
    old = sheet
    deed(old, "edition")
    now = sheet
    deed(old, "retired")
    get "/stock/#{old.id}"

    refute_includes page, 'value="edition"'
    assert_includes page, "/stock/#{now.id}"
    count = Stores::Sheet.count
    deed(old, "edition")

    assert_equal count, Stores::Sheet.count
    assert_equal [303, "/stock/#{now.id}"], [last_response.status, last_response["location"][%r{/stock/\d+\z}]]
    now.destroy!
    deed(old.reload, "edition")

    assert_equal [303, 2], [last_response.status, Stores::Sheet.where(resin: old.resin).count]
    assert_equal [false, true], [sheet.retired, old.reload.retired]
  end

  def test_a_copy_finds_a_name_whatever_its_letters
    first = sheet
    first.copied(hardener: "Cast COPY")
    deed(first, "copied")

    assert_equal ["cast", "Cast COPY", "cast copy 2"], Stores::Sheet.where(resin: first.resin).order(:id).pluck(:hardener)
  end

  def test_a_copy_and_out_of_the_way_and_back
    deed(sheet, "copied")
    deed(sheet, "copied")

    assert_equal ["cast", "cast copy", "cast copy 2"], Stores::Sheet.where(resin: "Deepholm cast D50").order(:id).pluck(:hardener)
    deed(sheet, "retired")
    get "/shelf"

    assert_match(/retired Deepholm cast D50 \+ cast/, words)
    get "/jobs/#{desk_job.id}"

    assert_equal 200, last_response.status
    deed(sheet, "retired")

    refute_predicate sheet, :retired
    submit "/stock/#{sheet.id}/deeds", { "deed" => "destroy" }, from: "/stock/#{sheet.id}"

    assert_equal 404, last_response.status
  end

  # 111 g and 103 g in 100 ml; what was counted in litres before is weighed from then on.
  def test_densities_from_a_hundred_millilitres
    record = sheet
    record.update!(resin_density_g_ml: nil, hardener_density_g_ml: nil, ratio_by: "volume")
    tin = Stores::Tin.create!(resin: record.resin, hardener: "", unit: "ml", size: 1000, level: 1000, set_no: 90)
    tin.note(:bought, at: 1.0, by: Stores::By::NOBODY)
    path = "/stock/#{record.id}"
    get "/jobs/#{desk_job.id}"

    assert_includes page, "Its data sheet tells no densities. <a href=\"/stock/#{record.id}?job=#{desk_job.id}\">Weigh 100 ml of each</a>"
    get "#{path}?job=#{desk_job.id}"

    assert_equal desk_job.id.to_s, hidden("job")
    get path

    assert_includes page, "<details class=\"more\" open><summary>+ weigh 100 ml"
    { { "a" => "111", "b" => "" } => "100 ml of cast must be given", { "a" => "1", "b" => "103" } => "100 ml of Deepholm cast D50 must be",
      { "a" => "-5", "b" => "NaN" } => "must be" }.each do |typed, says|
      submit "#{path}/density", typed, from: path

      assert_equal 422, last_response.status
      assert_includes words, says
    end
    submit "#{path}/density", { "a" => "111", "b" => "103" }, from: path

    assert_equal([1.11, 1.03], record.reload.then { |one| [one.resin_density_g_ml, one.hardener_density_g_ml] })
    assert_in_delta 5000 + 1110, Stores::Tins.levels[[record.resin, ""]], 1e-6
    get "/jobs/#{desk_job.id}"

    refute_includes words, "Its data sheet tells no densities."
    Stores::Settings.shop.update!(units: "us")
    get path

    assert_match(/name="a"[^>]*value="3\.9\d+"/, page)
  end

  def test_tins_go_with_the_name
    record = sheet
    record.update!(resin: "Deepholm", hardener: "slow cast")

    assert_equal [["Deepholm", ""], ["Deepholm", "slow cast"]], Stores::Tin.where(lot: %w[D-77 D-78]).order(:id).map(&:material)
    Stores::Sheet.find_by!(hardener: "medium").update!(resin: "Other")

    assert_equal ["Reedmark L20 laminating"], Stores::Tin.where(hardener: "", lot: %w[L-1804 L-0909]).distinct.pluck(:resin)
    assert_empty Stores::Seals.broken(ActiveRecord::Base.connection.raw_connection)
  end
end
